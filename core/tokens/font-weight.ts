import { done } from '../problem'
import { misread, type TokenKind } from './kind'

/** The names of weights in the Design Tokens Format Module, section Font Weight. */
const named: Record<string, number> = {
  thin: 100,
  hairline: 100,
  'extra-light': 200,
  'ultra-light': 200,
  light: 300,
  normal: 400,
  regular: 400,
  book: 400,
  medium: 500,
  'semi-bold': 600,
  'demi-bold': 600,
  bold: 700,
  'extra-bold': 800,
  'ultra-bold': 800,
  black: 900,
  heavy: 900,
  'extra-black': 950,
  'ultra-black': 950,
}
export type FontWeightValue = number | string

const read = (value: unknown) =>
  (typeof value === 'number' && value >= 1 && value <= 1000) ||
  (typeof value === 'string' && Object.hasOwn(named, value))
    ? done(value as FontWeightValue)
    : misread('font weight', 'Give a number from 1 to 1000, or a name such as semi-bold.')

export const fontWeight: TokenKind<FontWeightValue> = {
  type: 'fontWeight',
  read,
  parse: (text) => read(/^\d+$/.test(text.trim()) ? Number(text) : text.trim()),
  show: String,
  css: (value) => String(typeof value === 'number' ? value : named[value]),
  syntax: () => '<number>',
}
