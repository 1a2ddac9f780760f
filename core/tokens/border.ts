import { color } from './color'
import { cssOfFields, ownProperties, parseFields, readFields, showFields, type Composite } from './composite'
import { extent } from './dimension'
import { misread, type TokenKind } from './kind'
import { wordsIn } from './pieces'
import { strokeStyle } from './stroke-style'

/** Design Tokens Format Module, section Border. */
const fields = {
  color: { kind: color as TokenKind, css: 'color' },
  width: { kind: extent as TokenKind, css: 'width' },
  style: { kind: strokeStyle as TokenKind, css: 'style' },
}
const todo = 'Write its width, its style and its colour: 2px solid #11344A.'

const join = ({ width, style, color: colour }: Record<string, string | undefined>): string =>
  `${width} ${style} ${colour}`

export const border: TokenKind<Composite> = {
  type: 'border',
  read: (value) => readFields('border', fields, value),
  parse(text) {
    const [width, ...rest] = wordsIn(text)
    const colour = rest.pop()
    return rest.length === 0
      ? misread('border', todo)
      : parseFields('border', fields, { width, style: rest.join(' '), color: colour }, todo)
  },
  show: (value) => join(showFields(fields, value)),
  css: (value) => join(cssOfFields(fields, value)),
  own: (value) => ownProperties(fields, value),
}
