import { tokenTypes } from 'css-tree/tokenizer'
import { readIn } from '../check/declared'
import { Tokens } from '../style/sheet'

type Side = 'top' | 'right' | 'bottom' | 'left'
/**
 * Sides as they are in a page that is written from left to right, top to bottom (CSS Logical Properties 1,
 * 4).
 */
const sideNames: Readonly<Record<string, readonly Side[]>> = {
  top: ['top'],
  right: ['right'],
  bottom: ['bottom'],
  left: ['left'],
  'block-start': ['top'],
  'block-end': ['bottom'],
  'inline-start': ['left'],
  'inline-end': ['right'],
  block: ['top', 'bottom'],
  inline: ['left', 'right'],
}

/**
 * Custom properties that a declaration reads for a property: its own, one that stands for it with others,
 * or one of those that it stands for. Of a value for all sides only what is for the side that is asked for
 * counts.
 */
export function feedsOf(own: { property: string; value: string }, asked: string): string[] {
  if (own.property === asked || own.property.startsWith(`${asked}-`)) return readIn(own.value)
  if (!asked.startsWith(`${own.property}-`)) return []
  const wanted = sideNames[asked.slice(own.property.length + 1)]
  if (!wanted || !/^(?:padding|margin|inset|scroll-(?:padding|margin))$/.test(own.property))
    return readIn(own.value)
  const values = valuesOf(own.value)
  const [top = '', right = top, bottom = top, left = right] = values
  const bySide = { top, right, bottom, left }
  return wanted.flatMap((side) => readIn(bySide[side]))
}

/** The values of a list, as they are written. */
function valuesOf(text: string): string[] {
  const tokens = new Tokens(text)
  const values: string[] = []
  for (let i = 0; i < tokens.length; i++) {
    if (tokens.type(i) === tokenTypes.WhiteSpace) continue
    const end = tokens.type(i) === tokenTypes.Function ? tokens.closing(i, tokens.length) : i
    values.push(text.slice(tokens.start(i), tokens.end(end)))
    i = end
  }
  return values
}
