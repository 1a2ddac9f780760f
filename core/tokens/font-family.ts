import { z } from 'zod'
import { cssString } from '../css'
import { done } from '../problem'
import { cssText } from './css-text'
import { misread, type TokenKind } from './kind'
import { entriesIn } from './pieces'

/** Faces that one value names: lists may be made of lists, and those of others. */
const mostFaces = 60

/** Design Tokens Format Module, section Font Family: one name or a list, the first preferred. */
export const fontFamilySchema = z.union([z.string().min(1), z.array(z.string().min(1)).min(1).max(mostFaces)])
export type FontFamilyValue = z.infer<typeof fontFamilySchema>

/** Generic families are keywords and take no quotes (CSS Fonts 4, section 2.1.3). */
const generic = new Set([
  'serif',
  'sans-serif',
  'monospace',
  'cursive',
  'fantasy',
  'system-ui',
  'ui-serif',
  'ui-sans-serif',
  'ui-monospace',
  'ui-rounded',
  'math',
  'emoji',
  // keywords of engines, which in quotes would be names of faces
  '-apple-system',
  'BlinkMacSystemFont',
])
const list = (value: FontFamilyValue): string[] => (Array.isArray(value) ? value : [value])

export const fontFamily: TokenKind<FontFamilyValue> = {
  type: 'fontFamily',
  read(value) {
    // an alias in a list may stand for a list
    const read = fontFamilySchema.safeParse(Array.isArray(value) ? value.flat() : value)
    return read.success ? done(read.data) : misread('font family', 'Give a name, or a list of names.')
  },
  parse(text) {
    const names = text
      .split(',')
      .map((text) => text.trim().replace(/^["']|["']$/g, ''))
      .filter(Boolean)
    return names.length === 0
      ? misread('font family', 'Write a name, or names with commas between.')
      : done(names.length === 1 ? names[0]! : names)
  },
  show: (value) => list(value).join(', '),
  css: (value) =>
    list(value)
      .flatMap((text) => entriesIn(text))
      .filter((text) => text !== '')
      .map(faceInCss)
      .join(', '),
}

/** A face by its name; files that are widely published write it as CSS does, in quotes or as a property. */
function faceInCss(text: string): string {
  if (generic.has(text)) return text
  const quoted = /^(["'])(.*)\1$/.exec(text)?.[2]
  return quoted === undefined && /^var\(/i.test(text) && cssText.parse(text).ok
    ? text
    : cssString(quoted ?? text)
}
