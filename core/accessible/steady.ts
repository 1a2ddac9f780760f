import { nodeTitle } from './difference'
import type { Told, ToldNode } from './told'

/** A state or property that is told of an element, and whether using the component changed it. */
export interface StateTold {
  state: string
  value: string
  changes: boolean
}

/** What is about the browser and not about the component. */
const notTold = new Set(['focused', 'url'])

/** The states of a node: which are steady, and which change with use. */
export const statesTold = (node: ToldNode, { pressed }: Pick<Told, 'pressed'>): StateTold[] =>
  Object.entries(node.states)
    .filter(([state]) => !notTold.has(state))
    .map(([state, value]) => ({
      state,
      value,
      changes: pressed.some(({ did }) =>
        did.some((said) => said.startsWith(`${nodeTitle(node)}: ${state} `)),
      ),
    }))
