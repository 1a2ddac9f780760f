import { membersOf, type Contract } from '../contract/contract'
import type { State } from '../contract/state'
import type { Chart } from './chart'

/** A state that the source has, and the states of the chart in which it was seen, by their numbers. */
export interface Reached {
  state: State
  in: number[]
}

/** How a state of the component's own element is marked (`core/states/look.ts`). */
const markOf = (state: State, tag: string): string =>
  state.by === 'custom'
    ? state.selector
    : `${tag}${state.selector.replace(/^:host\((.*)\)$/, '$1').replace(/\d+(?:[.,:]\d+)*/g, '#')}`

/** Whether a mark is what a state asks for; without a value any value will do. */
const meets = (mark: string, wanted: string): boolean =>
  mark === wanted ||
  (wanted.endsWith(']') && !wanted.includes('=') && mark.startsWith(`${wanted.slice(0, -1)}=`))

/** Of each state that a component itself comes into, where it was seen: nowhere, where trying did not lead to it. */
export function reachedIn(contract: Contract, { states }: Chart): Reached[] {
  const [rest] = states
  const ofComponent = membersOf(contract, 'state').filter(
    ({ by, known }) => known !== 'comment' && by !== 'browser',
  )
  return ofComponent.map((state) => {
    const wanted = markOf(state, contract.tag)
    const has = (marks: readonly string[]) => marks.some((mark) => meets(mark, wanted))
    const isAtRest = rest !== undefined && has(rest.came)
    return {
      state,
      in: states
        .filter(({ id, came, went }) => has(came) || (id !== 0 && isAtRest && !has(went)))
        .map(({ id }) => id),
    }
  })
}
