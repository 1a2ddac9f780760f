import { withEntry } from '../code/edit'
import type { Usage } from '../code/usage'
import { membersOf, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import { choicesOf } from '../contract/type'
import { variantName, type Variant } from '../contract/variant'

/** An axis along which a component is made to differ, with its variants in the order the source has them. */
export interface VariantAxis {
  name: string
  variants: Variant[]
}

export function variantAxes(contract: Contract): VariantAxis[] {
  const byName = new Map<string, Variant[]>()
  for (const variant of membersOf(contract, 'variant'))
    byName.set(variant.axis, [...(byName.get(variant.axis) ?? []), variant])
  return [...byName].map(([name, variants]) => ({ name, variants }))
}

/**
 * All axes whose values may be spoken of together: those of variants, and switches and choices that no sheet and
 * no code makes a difference by.
 */
export function axesTogether(contract: Contract): VariantAxis[] {
  const axes = variantAxes(contract)
  const known = new Set(axes.map(({ name }) => name))
  const plain = membersOf(contract, 'prop').filter(
    ({ name, readonly, known: how }) => !known.has(name) && !readonly && how !== 'comment',
  )
  return [
    ...axes,
    ...plain.flatMap((prop) => {
      const variants = variantsOfProp(prop)
      return variants.length ? [{ name: prop.name, variants }] : []
    }),
  ]
}

/** A value for each choice of a prop, as if each were a variant: `true` of a switch. */
function variantsOfProp({ name, type, place, known, disagreements, defaultValue }: Prop): Variant[] {
  const values = choicesOf(type) ?? (type.is === 'boolean' ? [true] : [])
  return values.map((value) => ({
    kind: 'variant',
    name: variantName(name, value),
    place,
    known,
    disagreements,
    axis: name,
    value,
    by: 'prop',
    ...(defaultValue === value ? { usual: true } : {}),
    made: [],
    wears: [],
  }))
}

/**
 * A way of showing a component with one value of an axis; `undefined` sets nothing along it. Of classes, those
 * of other axes stay.
 */
export function withValue(
  usage: Usage,
  { variants }: Pick<VariantAxis, 'variants'>,
  value: Variant['value'] | undefined,
): Usage {
  const { by, axis } = variants[0]!
  if (by === 'prop') return withEntry(usage, 'props', axis, value)
  const text = value === undefined || value === false ? undefined : String(value)
  if (by === 'attribute') return withEntry(usage, 'attributes', axis, text)
  const own = new Set(variants.map((variant) => String(variant.value)))
  const others = classesIn(usage).filter((name) => !own.has(name))
  const classes = [...others, ...(text === undefined ? [] : [text])].join(' ')
  return withEntry(usage, 'attributes', 'class', classes || undefined)
}

const classesIn = (usage: Usage): string[] => (usage.attributes?.class ?? '').split(/\s+/).filter(Boolean)

/** Whether a way of showing a component has a variant, whether it is set or comes by itself. */
export function hasVariant(usage: Usage, { by, axis, value, usual = false }: Variant): boolean {
  if (by === 'class') return classesIn(usage).includes(String(value))
  const set = by === 'prop' ? usage.props[axis] : usage.attributes?.[axis]
  return set === undefined ? usual : by === 'prop' ? set === value : set === String(value)
}

/** What may be chosen along an axis: each value, and beside the only one that it is off or not set. */
export interface Choice {
  value: Variant['value'] | null
  variant: Variant | undefined
}

export function choicesAlong({ variants }: VariantAxis): Choice[] {
  const all = variants.map((variant): Choice => ({ value: variant.value, variant }))
  const [only] = variants
  if (variants.length !== 1 || !only) return all
  return [{ value: only.value === true ? false : null, variant: undefined }, ...all]
}

/** A choice beside others of its axis: `warn`, `wide`, `not wide`, `none`. */
export const choiceTitle = ({ name }: Pick<VariantAxis, 'name'>, value: Choice['value']): string =>
  value === true ? name : value === false ? `not ${name}` : String(value ?? 'none')

/** Whether a way of showing a component has a choice of an axis, set or by itself. */
export function hasChoice(usage: Usage, { variants }: VariantAxis, value: Choice['value']): boolean {
  const chosen = variants.find((variant) => variant.value === value)
  return chosen ? hasVariant(usage, chosen) : variants.every((variant) => !hasVariant(usage, variant))
}

/** How an axis is told of in one line: `4 values, calm by default`. */
export function describeAxis({ variants }: VariantAxis): string {
  const [first] = variants
  if (variants.length === 1 && first?.value === true) return first.usual ? 'on by default' : 'off by default'
  const usual = variants.find((variant) => variant.usual)
  const count = `${variants.length} value${variants.length === 1 ? '' : 's'}`
  return usual ? `${count}, ${String(usual.value)} by default` : count
}
