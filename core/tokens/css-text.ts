import { tokenTypes } from 'css-tree/tokenizer'
import { done } from '../problem'
import { Tokens } from '../style/sheet'
import { isGroup } from './group'
import { misread, type TokenKind } from './kind'
import { wordsIn } from './pieces'
import { referencesIn } from './references'

const longest = 2000
const refused = 'Write it as a declaration in CSS has it, with no braces and no semicolon.'

const opening = new Map<number, number>([
  [tokenTypes.Function, tokenTypes.RightParenthesis],
  [tokenTypes.LeftParenthesis, tokenTypes.RightParenthesis],
  [tokenTypes.LeftSquareBracket, tokenTypes.RightSquareBracket],
])
const closing = new Set<number>(opening.values())
/** What ends a declaration, or is no part of one (CSS Syntax 3, section 8.2). */
const never = new Set<number>([
  tokenTypes.Semicolon,
  tokenTypes.LeftCurlyBracket,
  tokenTypes.RightCurlyBracket,
  tokenTypes.BadString,
  tokenTypes.BadUrl,
  tokenTypes.CDO,
  tokenTypes.CDC,
  tokenTypes.AtKeyword,
])

/** A string or an address that the end of the text cuts short would go on in a sheet. */
const isClosed = (type: number, raw: string): boolean => {
  if (type === tokenTypes.Url) return /(?<!\\)(?:\\\\)*\)$/.test(raw)
  if (type !== tokenTypes.String) return true
  const slashes = /\\*$/.exec(raw.slice(0, -1))![0].length
  return raw.length > 1 && raw.endsWith(raw[0]!) && slashes % 2 === 0
}

/** Whether a text can stand as the value of a custom property, and ends there, whatever comes after it. */
function isWhole(tokens: Tokens): boolean {
  const open: number[] = []
  for (let i = 0; i < tokens.length; i++) {
    const type = tokens.type(i)
    if (
      !isClosed(type, tokens.raw(i)) ||
      never.has(type) ||
      (type === tokenTypes.Delim && /[!<\\]/.test(tokens.raw(i)))
    )
      return false
    const closedBy = opening.get(type)
    if (closedBy !== undefined) open.push(closedBy)
    else if (closing.has(type) && open.pop() !== type) return false
  }
  return open.length === 0
}

const parse = (text: string) => {
  const trimmed = text.trim()
  const isFit =
    trimmed !== '' &&
    trimmed.length <= longest &&
    // an end of a style element, or of a comment that was never begun
    !/[<\0]|\*\/|\/\*/.test(trimmed) &&
    !trimmed.endsWith('\\') &&
    // the format reads a name in braces as a reference, in a string or an address too
    referencesIn(trimmed).length === 0 &&
    isWhole(new Tokens(trimmed))
  return isFit ? done(trimmed) : misread('value of CSS', refused)
}

/**
 * What CSS has and no type of the format: `1.5em`, `underline`, a font shorthand put together. It stands in
 * CSS as it is written. No token says that it is one: those are that say no type, a type that is not of the
 * format, or a value that is not of theirs and is one to CSS.
 */
export const cssText: TokenKind<string> = {
  type: 'css',
  read: (value) =>
    typeof value === 'string' || typeof value === 'number'
      ? parse(String(value))
      : misread('value of CSS', refused),
  parse,
  show: String,
  css: String,
}

/** A value as CSS would write it: a text, or an amount in a unit that the format does not have. */
export const textOf = (value: unknown): string | undefined =>
  isGroup(value) && typeof value.value === 'number' && typeof value.unit === 'string'
    ? `${value.value}${value.unit}`
    : typeof value === 'string'
      ? value
      : undefined

const math = ['calc', 'min', 'max', 'clamp', 'round', 'mod', 'rem', 'abs', 'sign']
const everywhere = ['inherit', 'initial', 'unset', 'revert', 'revert-layer']

/** Units of lengths as patterns: of a face, of the window, of a container, and those that are always the same. */
const lengths = [
  '%',
  'r?(?:em|ex|cap|ch|ic|lh)',
  '[sld]?v(?:w|h|i|b|min|max)',
  'cq(?:w|h|i|b|min|max)',
  'px|cm|mm|q|in|pt|pc',
  'fr',
]

/** What one value may be to CSS beside what the format has for its type; no entry where anything may be. */
const others: Readonly<Record<string, { functions: string[]; keywords: string[]; units?: RegExp }>> = {
  dimension: {
    functions: [...math, 'env', 'anchor', 'fit-content'],
    keywords: [
      'auto',
      'none',
      'normal',
      'min-content',
      'max-content',
      'fit-content',
      'thin',
      'medium',
      'thick',
    ],
    // CSS Values 4, section 6, and per cent
    units: new RegExp(`^(?:${lengths.join('|')})$`, 'i'),
  },
  number: { functions: math, keywords: ['normal', 'none', 'infinite'], units: /^(?:%|px|rem|em)$/i },
  // plain colours are read as such; what is left of these is worked out by a page (CSS Color 5)
  color: { functions: ['color-mix', 'light-dark', 'contrast-color'], keywords: ['currentcolor'] },
  fontWeight: { functions: math, keywords: ['bolder', 'lighter'] },
  duration: { functions: math, keywords: ['auto'] },
  cubicBezier: {
    functions: ['steps', 'linear'],
    keywords: ['ease', 'ease-in', 'ease-out', 'ease-in-out', 'linear', 'step-start', 'step-end'],
  },
}

/**
 * Whether CSS takes a text where a token of a type is used, though the format has no way to say it. A text of
 * a type of one value is one value; it is not held against the whole grammar of every property.
 */
export function isOtherInCss(type: string, text: string): boolean {
  if (!parse(text).ok) return false
  const known = Object.hasOwn(others, type) ? others[type] : undefined
  if (!known) return isComposed(text)
  const tokens = new Tokens(text.trim())
  const first = tokens.type(0)
  if (first === tokenTypes.Function)
    return isOneFunction(tokens) && (known.functions.includes(tokens.name(0).toLowerCase()) || isOpen(tokens))
  if (tokens.length !== 1) return false
  if (first === tokenTypes.Ident)
    return [...everywhere, ...known.keywords].includes(text.trim().toLowerCase())
  const unit = /[a-z%]+$/i.exec(text.trim())?.[0] ?? ''
  return (
    (first === tokenTypes.Dimension || first === tokenTypes.Percentage) && known.units?.test(unit) === true
  )
}

/** What is of several parts has several words, but for those that stand for nothing. */
const isComposed = (text: string): boolean =>
  wordsIn(text).length > 1 ||
  ['none', ...everywhere].includes(text.trim().toLowerCase()) ||
  /^var\(/i.test(text.trim())

/** Whether what a function gives depends on the page: on a property, or on another colour. */
const isOpen = (tokens: Tokens): boolean => {
  for (let i = 0; i < tokens.length; i++)
    if (tokens.type(i) === tokenTypes.Function && tokens.name(i).toLowerCase() === 'var') return true
    else if (tokens.type(i) === tokenTypes.Ident && tokens.name(i).toLowerCase() === 'from') return true
  return false
}

/** Whether the bracket that the first token opens is closed by the last. */
function isOneFunction(tokens: Tokens): boolean {
  let depth = 0
  for (let i = 0; i < tokens.length; i++) {
    if (opening.has(tokens.type(i))) depth++
    else if (closing.has(tokens.type(i)) && --depth === 0) return i === tokens.length - 1
  }
  return false
}
