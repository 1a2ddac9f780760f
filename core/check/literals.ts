import { tokenTypes } from 'css-tree/tokenizer'
import { readColour } from '../tokens/color'
import { Tokens } from '../style/sheet'

/** A literal in a value, with the type of token that could stand for it. */
export interface Literal {
  text: string
  type: 'color' | 'dimension' | 'duration' | 'fontWeight' | 'fontFamily'
}

/** What lengths in a property are for: one that is right for spacing is none for a border. */
const purposes: [RegExp, string][] = [
  [/^(?:scroll-)?(?:margin|padding)|gap$|^inset|^(?:top|right|bottom|left)$/, 'space'],
  [/radius$/, 'radius'],
  [/^(?:border|outline|column-rule)(?!-offset|-spacing)/, 'edge'],
  [/^(?:min-|max-)?(?:width|height|inline-size|block-size)$|^flex-basis$/, 'size'],
  [/^font-size$/, 'type size'],
  [/^line-height$/, 'line height'],
  [/^letter-spacing$/, 'letter spacing'],
]
export const purposeOf = (property: string): string | undefined =>
  purposes.find(([pattern]) => pattern.test(property))?.[1]

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
  if (property === 'font-family') return value.includes('var(') ? [] : [{ text: value, type: 'fontFamily' }]
  const tokens = new Tokens(value)
  const found: Literal[] = []
  for (let i = 0; i < tokens.length; i++) {
    if (tokens.type(i) === tokenTypes.Function) {
      const name = tokens.name(i).toLowerCase()
      const end = tokens.closing(i, tokens.length)
      if (colourFunctions.has(name)) addColour(found, tokens.slice({ from: i, to: end + 1 }))
      if (colourFunctions.has(name) || name === 'var' || name === 'url' || name === 'color-mix') i = end
    } else found.push(...literalAt(tokens, i, property))
  }
  return found
}

function literalAt(tokens: Tokens, i: number, property: string): Literal[] {
  const text = tokens.raw(i)
  const found: Literal[] = []
  switch (tokens.type(i)) {
    case tokenTypes.Hash:
      addColour(found, text)
      break
    case tokenTypes.Ident:
      if (coloured.test(property)) addColour(found, text)
      break
    case tokenTypes.Dimension:
      if (/^[+-]?[\d.]+(?:px|rem)$/i.test(text) && parseFloat(text) !== 0 && purposeOf(property))
        found.push({ text, type: 'dimension' })
      if (/^[\d.]+m?s$/i.test(text) && parseFloat(text) !== 0 && /^(?:transition|animation)/.test(property))
        found.push({ text, type: 'duration' })
      break
    case tokenTypes.Number:
      if (property === 'font-weight') found.push({ text, type: 'fontWeight' })
  }
  return found
}

/** One that lets everything through is no colour. */
function addColour(found: Literal[], text: string): void {
  const colour = readColour(text)
  if (colour && (colour.alpha ?? 1) > 0) found.push({ text, type: 'color' })
}
