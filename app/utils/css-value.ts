import type { CustomProperty } from '~~/core/contract/custom-property'
import { lastFallback } from '~~/core/contract/custom-property'

export type CssValueKind = 'colour' | 'length' | 'number' | 'text'

/** What a custom property holds, by what it holds now and by what reads it: the browser says what fits. */
export function kindOfValue(property: CustomProperty): CssValueKind {
  const sample = restOf(property)
  if (sample && !sample.includes('var(')) {
    if (CSS.supports('color', sample)) return 'colour'
    if (CSS.supports('line-height', sample) && !Number.isNaN(Number(sample))) return 'number'
    if (CSS.supports('width', sample)) return 'length'
    return 'text'
  }
  const takes = (value: string, other: string) =>
    property.usedBy.some((name) => CSS.supports(name, value) && !CSS.supports(name, other))
  if (takes('red', '3px')) return 'colour'
  return takes('3px', 'red') ? 'length' : 'text'
}

/** What stands where nobody sets it. */
export const restOf = (property: CustomProperty): string | undefined => {
  const text = property.hostValue ?? property.fallbacks[0]
  return text === undefined ? undefined : lastFallback(text)
}

/** Why a value is of no use where the property is read, or nothing where it is, or nobody can tell. */
export function cssMisfit(property: CustomProperty, value: string): string | undefined {
  const plain = property.usedBy.filter((name) => !name.startsWith('--'))
  if (!plain.length || /\b(var|env|attr)\(/.test(value)) return undefined
  // it may be a part of a longer value: then the whole is not known here
  const whole = plain.filter((name) => CSS.supports(name, restOf(property) ?? 'inherit'))
  if (!whole.length || whole.some((name) => CSS.supports(name, value))) return undefined
  return `This is no value for ${whole[0]}.`
}

/** A number with its unit, one step up or down; the same text where there is no number. */
export const stepped = (text: string, by: number): string =>
  text.replace(/-?\d*\.?\d+/, (number) => String(Number((Number(number) + by).toFixed(4))))
