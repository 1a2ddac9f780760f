import { z } from 'zod'
import { done } from '../problem'
import { dimensionSchema, extent } from './dimension'
import { misread, type TokenKind } from './kind'
import { wordsIn } from './pieces'
import { parseReference, showReference } from './references'

const keywords = ['solid', 'dashed', 'dotted', 'double', 'groove', 'ridge', 'outset', 'inset'] as const
const caps = ['round', 'butt', 'square'] as const
/** Design Tokens Format Module, section Stroke Style: a keyword, or dashes with how they end. */
export const strokeStyleSchema = z.union([
  z.enum(keywords),
  z.object({ dashArray: z.array(dimensionSchema).min(1).max(20), lineCap: z.enum(caps) }),
])
export type StrokeStyleValue = z.infer<typeof strokeStyleSchema>

const todo = `Write one of ${keywords.join(', ')}; or lengths of dashes and how they end: 4px 2px round.`
const read = (value: unknown) => {
  const style = strokeStyleSchema.safeParse(value)
  return style.success ? done(style.data) : misread('style of strokes', todo)
}

/** A length, or a reference to one, which stays as it is written. */
const parseDash = (word: string): unknown => {
  const length = extent.parse(word)
  return parseReference(word) ?? (length.ok ? length.value : undefined)
}
const showDash = (dash: unknown): string => {
  const length = extent.read(dash)
  return showReference(dash) ?? (length.ok ? extent.show(length.value) : '')
}

export const strokeStyle: TokenKind<StrokeStyleValue> = {
  type: 'strokeStyle',
  read,
  parse(text) {
    const words = wordsIn(text)
    if (words.length < 2) return read(words[0])
    const lineCap = caps.find((cap) => cap === words.at(-1))
    const dashes = words.slice(0, -1).map(parseDash)
    if (lineCap === undefined || dashes.includes(undefined)) return misread('style of strokes', todo)
    return done({ dashArray: dashes, lineCap } as StrokeStyleValue)
  },
  show: (value) =>
    typeof value === 'string' ? value : [...value.dashArray.map(showDash), value.lineCap].join(' '),
  // CSS has no dashes of given lengths for borders
  css: (value) => (typeof value === 'string' ? value : 'dashed'),
}
