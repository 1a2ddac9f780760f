import { tokenTypes } from 'css-tree/tokenizer'
import { readColour } from '../tokens/color'
import { Tokens } from '../style/sheet'

/** A literal in a value, with the type of token that could stand for it. */
export interface Literal {
  text: string
  /** Its offset in the value. */
  at: number
  type: 'color' | 'dimension' | 'duration' | 'fontWeight' | 'fontFamily'
}

/** What lengths and colours in a property are for: one that is right for spacing is none for a border. */
const purposes: Record<'color' | 'dimension', [RegExp, string][]> = {
  dimension: [
    [/^(?:scroll-)?(?:margin|padding)|gap$|^inset|^(?:top|right|bottom|left)$/, 'space'],
    [/radius$/, 'radius'],
    [/^(?:border|outline|column-rule)(?!-offset|-spacing)/, 'edge'],
    [/^(?:min-|max-)?(?:width|height|inline-size|block-size)$|^flex-basis$/, 'size'],
    [/^font-size$/, 'type size'],
    [/^line-height$/, 'line height'],
    [/^letter-spacing$/, 'letter spacing'],
  ],
  color: [
    [/^background/, 'ground'],
    [/^(?:border|outline|column-rule)/, 'edge'],
    [/shadow$/, 'shadow'],
    [/^(?:fill|stroke)$/, 'drawing'],
    [/color$|^text-decoration/, 'text'],
  ],
}
/** What a value of a type is for in a property; nothing where that is not told apart. */
export const purposeOf = (property: string, type: string): string | undefined =>
  type === 'color' || type === 'dimension'
    ? purposes[type].find(([pattern]) => pattern.test(property))?.[1]
    : undefined

/** Properties that take colours by name: elsewhere a name may be anything. */
const coloured = /color|^background|^border|^outline|shadow$|^fill$|^stroke$|^text-decoration|^column-rule/
const colourFunctions = new Set([
  'rgb',
  'rgba',
  'hsl',
  'hsla',
  'hwb',
  'lab',
  'lch',
  'oklab',
  'oklch',
  'color',
])
/** In these what is a colour says only how much shows, and what is text is none of ours. */
const passedOver = new Set(['mask', 'mask-image', '-webkit-mask', '-webkit-mask-image', 'content'])

/** Literals in the value of a declaration; what stands in `var()` and in addresses is none of it. */
export function literalsIn(property: string, value: string): Literal[] {
  if (passedOver.has(property)) return []
  if (property === 'font-family')
    return value.includes('var(') ? [] : [{ text: value, at: 0, type: 'fontFamily' }]
  const tokens = new Tokens(value)
  const found: Literal[] = []
  for (let i = 0; i < tokens.length; i++) {
    const at = tokens.start(i)
    const isFunction = tokens.type(i) === tokenTypes.Function
    const name = isFunction ? tokens.name(i).toLowerCase() : ''
    const end = isFunction ? tokens.closing(i, tokens.length) : i
    const text = isFunction ? tokens.slice({ from: i, to: end + 1 }) : tokens.raw(i)
    const type = isFunction
      ? colourFunctions.has(name) && isColour(text)
        ? 'color'
        : undefined
      : typeOf(tokens.type(i), text, property)
    if (type) found.push({ text, at, type })
    if (colourFunctions.has(name) || name === 'var' || name === 'url' || name === 'color-mix') i = end
  }
  return found
}

/** What a token that is no function may be in a property. */
function typeOf(token: number, text: string, property: string): Literal['type'] | undefined {
  switch (token) {
    case tokenTypes.Hash:
      return isColour(text) ? 'color' : undefined
    case tokenTypes.Ident:
      return coloured.test(property) && isColour(text) ? 'color' : undefined
    case tokenTypes.Dimension:
      if (parseFloat(text) === 0) return undefined
      if (/^[+-]?[\d.]+(?:px|rem)$/i.test(text) && purposeOf(property, 'dimension')) return 'dimension'
      return /^[\d.]+m?s$/i.test(text) && /^(?:transition|animation)/.test(property) ? 'duration' : undefined
    case tokenTypes.Number:
      return property === 'font-weight' ? 'fontWeight' : undefined
    default:
      return undefined
  }
}

/** One that lets everything through is none. */
function isColour(text: string): boolean {
  const colour = readColour(text)
  return colour !== undefined && (colour.alpha ?? 1) > 0
}
