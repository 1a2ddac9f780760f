import { printType, type TypeModel } from './type'

/**
 * What a change asks of those who use the library: they must change something, they may use something
 * new, or nothing. The rules of Semantic Versioning 2.0.0 make the next number of it. What weighs nothing
 * is told, and asks for no version.
 */
export const weights = ['breaking', 'additive', 'mend', 'none'] as const
export type Weight = (typeof weights)[number]

/** The heaviest of some weights; a mend where there is none. */
export const heaviest = (all: readonly Weight[]): Weight =>
  weights.find((weight) => all.includes(weight)) ?? 'mend'

/** How many there are of each weight, of those that there are any of. */
export function countByWeight(all: readonly { weight: Weight }[]): Partial<Record<Weight, number>> {
  const counted = weights.map(
    (weight) => [weight, all.filter((change) => change.weight === weight).length] as const,
  )
  return Object.fromEntries(counted.filter(([, count]) => count > 0))
}

/** What is heavier comes first, in its order. */
export const byWeight = (a: { weight: Weight }, b: { weight: Weight }): number =>
  weights.indexOf(a.weight) - weights.indexOf(b.weight)

const partsOf = (type: TypeModel): TypeModel[] => (type.is === 'union' ? type.of.flatMap(partsOf) : [type])
/** Whether a type says nothing of its values. */
export const saysNothing = (type: TypeModel): boolean =>
  type.is === 'other' && /^(any|unknown)$/.test(type.text)
const textOf = (type: TypeModel): string => printType(type, true)

/**
 * Whether every value of one type is one of another, as far as their models show: as the compiler has it
 * under `strict`, but that `any` stands for all there is, on either side.
 */
export function isWithin(narrow: TypeModel, wide: TypeModel): boolean {
  const among = partsOf(wide)
  return partsOf(narrow).every((part) =>
    among.some((other) => saysNothing(other) || isPartWithin(part, other)),
  )
}

const isNothing = ({ is }: TypeModel): boolean => is === 'null' || is === 'undefined' || is === 'void'

type ObjectType = Extract<TypeModel, { is: 'object' }>
/**
 * The compiler refuses an object of which a type that requires nothing knows no field (TypeScript 2.4,
 * weak types).
 */
const isForeignTo = (part: ObjectType, other: ObjectType): boolean =>
  part.fields.length > 0 &&
  other.fields.length > 0 &&
  other.fields.every(({ optional }) => optional) &&
  !other.fields.some(({ name }) => part.fields.some((field) => field.name === name))

/** A field that may be left out may be given as undefined too, but where a consumer asks for exactness. */
const takenBy = ({ type, optional }: ObjectType['fields'][number]): TypeModel =>
  optional ? { is: 'union', of: [type, { is: 'undefined' }] } : type

function isPartWithin(part: TypeModel, other: TypeModel): boolean {
  if (textOf(part) === textOf(other)) return true
  if (other.is === 'object' && other.fields.length === 0) return !isNothing(part) && !saysNothing(part)
  // a value that is written out is one of its kind
  if (part.is === 'literal') return other.is === typeof part.value
  if (part.is === 'list' && other.is === 'list') return isWithin(part.of, other.of)
  if (part.is !== 'object' || other.is !== 'object' || isForeignTo(part, other)) return false
  return other.fields.every((field) => {
    const own = part.fields.find(({ name }) => name === field.name)
    if (!own) return field.optional
    return (field.optional || !own.optional) && isWithin(own.type, takenBy(field))
  })
}

/** Whether a type is known whole, and not by a text in some place. */
export function isReadType(type: TypeModel | undefined): boolean {
  if (type === undefined) return true
  if (type.is === 'other') return saysNothing(type)
  if (type.is === 'union') return type.of.every(isReadType)
  if (type.is === 'list') return isReadType(type.of)
  return type.is !== 'object' || type.fields.every((field) => isReadType(field.type))
}

/** Whether two types have the same values, in whatever order they are written. */
export const isSameType = (a: TypeModel | undefined, b: TypeModel | undefined): boolean =>
  a === undefined || b === undefined ? a === b : isWithin(a, b) && isWithin(b, a)

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
