import { printType, type TypeModel } from './type'

/**
 * What a change of a contract asks of those who use it: they must change something, they may use something
 * new, or nothing. The rules of Semantic Versioning 2.0.0 make the next number of it.
 */
export type Weight = 'breaking' | 'additive' | 'mend'
export const weights = ['breaking', 'additive', 'mend'] as const satisfies readonly Weight[]

/** The heaviest of some weights; a mend where there is none. */
export const heaviest = (all: readonly Weight[]): Weight =>
  weights.find((weight) => all.includes(weight)) ?? 'mend'

const partsOf = (type: TypeModel): TypeModel[] => (type.is === 'union' ? type.of.flatMap(partsOf) : [type])
const takesAll = (type: TypeModel): boolean => type.is === 'other' && /^(any|unknown)$/.test(type.text)
const textOf = (type: TypeModel): string => printType(type, true)

/** Whether every value of one type is one of another, as far as their models show. */
export function isWithin(narrow: TypeModel, wide: TypeModel): boolean {
  const among = partsOf(wide)
  return partsOf(narrow).every((part) => among.some((other) => takesAll(other) || isPartWithin(part, other)))
}

function isPartWithin(part: TypeModel, other: TypeModel): boolean {
  if (textOf(part) === textOf(other)) return true
  // a value that is written out is one of its kind
  if (part.is === 'literal') return other.is === typeof part.value
  if (part.is === 'list' && other.is === 'list') return isWithin(part.of, other.of)
  if (part.is !== 'object' || other.is !== 'object') return false
  return other.fields.every((field) => {
    const own = part.fields.find(({ name }) => name === field.name)
    return own ? (field.optional || !own.optional) && isWithin(own.type, field.type) : field.optional
  })
}

/** What one gives in may take more, not less. */
export function weightOfInput(before: TypeModel, now: TypeModel): Weight {
  if (textOf(before) === textOf(now)) return 'mend'
  return isWithin(before, now) ? 'additive' : 'breaking'
}

/** What comes out may say more, not something else. */
export function weightOfOutput(before: TypeModel | undefined, now: TypeModel | undefined): Weight {
  if (!before) return now ? 'additive' : 'mend'
  if (!now) return 'breaking'
  if (textOf(before) === textOf(now)) return 'mend'
  return isWithin(now, before) ? 'additive' : 'breaking'
}
