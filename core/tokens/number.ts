import { done } from '../problem'
import { misread, type TokenKind } from './kind'

/** Design Tokens Format Module, section Number. */
export const number: TokenKind<number> = {
  type: 'number',
  read: (value) =>
    typeof value === 'number' && Number.isFinite(value)
      ? done(value)
      : misread('number', 'Give a JSON number.'),
  parse: (text) =>
    text.trim() !== '' && Number.isFinite(Number(text))
      ? done(Number(text))
      : misread('number', 'Write digits, such as 1.4.'),
  show: String,
  css: String,
  syntax: () => '<number>',
}
