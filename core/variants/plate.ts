import type { Usage } from '../code/usage'
import type { Variant } from '../contract/variant'
import type { Cell } from '../spread/axes'
import type { SheetShown } from '../spread/shown'
import type { Surround } from '../surround'
import type { Contract } from '../contract/contract'
import { choicesAlong, choiceTitle, withValue, type VariantAxis } from './axis'
import { withSettings, type Combination } from './combination'

/** One thing a plate shows: a variant, or that nothing is set along an axis that is on or off. */
export interface Plated {
  title: string
  variant: Variant | undefined
  usage: Usage
  /** Where several variants have a name together. */
  named?: Combination
}

/** What a plate shows of an axis: each value, and beside the only one how it is without. */
export const platedOf = (axis: VariantAxis, face: Usage): Plated[] =>
  choicesAlong(axis).map(({ value, variant }) => ({
    title: choiceTitle(axis, value),
    variant,
    usage: withValue(face, axis, value ?? undefined),
  }))

/** What a plate shows of variants that have a name together; nothing of what can not be shown any more. */
export const platedTogether = (contract: Contract, face: Usage, named: readonly Combination[]): Plated[] =>
  named.flatMap((combination) => {
    const usage = withSettings(contract, face, combination.settings)
    return usage ? [{ title: combination.name, variant: undefined, usage, named: combination }] : []
  })

/** All of them in one frame, in so many columns at most. */
export function plateSheet(
  name: string,
  plated: readonly Plated[],
  surround: Surround,
  columns: number,
): SheetShown {
  const cells = plated.map(({ title, usage }, i): Cell => ({
    id: `${name}=${i}`,
    titles: [title],
    usage,
    surround,
  }))
  return {
    key: name,
    title: name,
    columns: Array.from({ length: Math.max(1, Math.min(columns, plated.length)) }, () => ''),
    rows: [],
    cells,
    captioned: columns > 1,
    text: surround.text,
  }
}
