import { memberKey, membersOf, type Contract } from '../../contract/contract'
import type { Variant } from '../../contract/variant'
import { stayed } from './told'
import type { ToCompare } from './rule'

/** A value of a prop as it was, and as it is where it is there still. */
interface ValuePair {
  component: { before: Contract; now: Contract }
  before: Variant
  now: Variant | undefined
}

/** Values that the props on both sides had. */
export const valuePairs = (given: ToCompare): ValuePair[] =>
  stayed(given).flatMap((component) =>
    component.members.flatMap(({ before: prop, now: since }) => {
      if (prop?.kind !== 'prop' || since?.kind !== 'prop') return []
      const left = valuesOf(component.now, since.name)
      return [...valuesOf(component.before, prop.name)].map(([value, before]) => ({
        component,
        before,
        now: left.get(value),
      }))
    }),
  )

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
