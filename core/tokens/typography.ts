import { cssOfFields, ownProperties, parseFields, readFields, showFields, type Composite } from './composite'
import { dimension, extent } from './dimension'
import { fontFamily } from './font-family'
import { fontWeight } from './font-weight'
import { notNegative, type TokenKind } from './kind'
import { number } from './number'

/** Design Tokens Format Module, section Typography. */
const fields = {
  fontFamily: { kind: fontFamily as TokenKind, css: 'font-family' },
  fontSize: { kind: extent as TokenKind, css: 'font-size' },
  fontWeight: { kind: fontWeight as TokenKind, css: 'font-weight' },
  letterSpacing: { kind: dimension as TokenKind, css: 'letter-spacing', optional: true },
  lineHeight: {
    kind: notNegative(number, (value) => value) as TokenKind,
    css: 'line-height',
    optional: true,
  },
}
const todo =
  'Write weight, size, height of lines and faces, and after a semicolon how far letters stand apart: ' +
  '600 16px/1.4 Hanken Grotesk, sans-serif; 0.2px.'

/** A word of a text as somebody types it: an alias, which may hold spaces, or anything without them. */
const word = String.raw`(\{[^{}]+\}|[^\s/;]+)`
const shape = new RegExp(String.raw`^\s*${word}\s+${word}(?:\s*/\s*${word})?\s+([^;]+?)\s*(?:;\s*(.+?)\s*)?$`)

export const typography: TokenKind<Composite> = {
  type: 'typography',
  read: (value) => readFields('typography', fields, value),
  parse(text) {
    const [, weight, size, lineHeight, family, letterSpacing] = shape.exec(text) ?? []
    const texts = { fontWeight: weight, fontSize: size, lineHeight, fontFamily: family, letterSpacing }
    return parseFields('typography', fields, texts, todo)
  },
  show(value) {
    const shown = showFields(fields, value)
    return `${font(shown)}${shown.letterSpacing === undefined ? '' : `; ${shown.letterSpacing}`}`
  },
  // the shorthand has no place for the space between letters: that is a property of its own
  css: (value) => font(cssOfFields(fields, value)),
  own: (value) => ownProperties(fields, value),
}

const font = ({
  fontWeight: weight,
  fontSize,
  lineHeight,
  fontFamily: family,
}: Record<string, string | undefined>) =>
  `${weight} ${fontSize}${lineHeight === undefined ? '' : `/${lineHeight}`} ${family}`
