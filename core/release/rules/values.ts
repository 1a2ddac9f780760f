import { memberKey, membersOf, type Contract } from '../../contract/contract'
import type { Variant } from '../../contract/variant'
import { stayed } from './told'
import type { ToCompare } from './rule'

/** A value of a prop before and now, where it is named in code on one side at least. */
export interface ValuePair {
  component: { before: Contract; now: Contract }
  before: Variant | undefined
  now: Variant | undefined
}

/** Values of the props that are on both sides, in the order of the older, then those that came. */
export function valuePairs(given: ToCompare): ValuePair[] {
  return stayed(given).flatMap((component) => {
    const axes = component.members.flatMap(({ before, now }) =>
      before?.kind === 'prop' && now?.kind === 'prop' ? [{ was: before.name, is: now.name }] : [],
    )
    return axes.flatMap(({ was, is }) => {
      const [then, since] = [valuesOf(component.before, was), valuesOf(component.now, is)]
      const gone = [...then].map(([value, before]) => ({ component, before, now: since.get(value) }))
      const came = [...since].filter(([value]) => !then.has(value))
      return [...gone, ...came.map(([, now]) => ({ component, before: undefined, now }))]
    })
  })
}

const valuesOf = (contract: Contract, axis: string): Map<Variant['value'], Variant> =>
  new Map(
    membersOf(contract, 'variant')
      .filter((variant) => variant.by === 'prop' && variant.axis === axis)
      .map((variant) => [variant.value, variant]),
  )

/** A value as it stands in a sentence: `value quiet of tone`. */
export const calledValue = ({ axis, value }: Variant): string =>
  value === true ? `value ${axis}` : `value ${String(value)} of ${axis}`

/** Where a change of a value is told. */
export const placeOfValue = ({ tag }: Contract, variant: Variant) => ({
  about: `${tag} ${memberKey(variant)}`,
  tag,
  member: memberKey(variant),
})
