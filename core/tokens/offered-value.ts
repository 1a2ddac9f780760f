import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens } from '../style/sheet'
import { varsIn, withVars } from '../style/trace'
import { color } from './color'
import { cubicBezier } from './cubic-bezier'
import { dimension } from './dimension'
import { duration } from './duration'
import { fontFamily } from './font-family'
import { fontWeight } from './font-weight'
import type { TokenKind } from './kind'
import { number } from './number'
import { typedValue } from './resolve'
import { shadow } from './shadow'

/** What a property is called by which a value that could be several is one of them. */
const called = {
  fontWeight: /weight/,
  fontFamily: /font|family|face|typeface/,
}

/** Kinds in the order in which a value is read as one, where its name allows that. */
const kinds: { kind: TokenKind; fits?: (name: string, text: string) => boolean }[] = [
  { kind: fontWeight as TokenKind, fits: (name) => called.fontWeight.test(name) },
  { kind: color as TokenKind },
  { kind: duration as TokenKind },
  { kind: cubicBezier as TokenKind, fits: (_name, text) => text.startsWith('cubic-bezier(') },
  { kind: number as TokenKind },
  { kind: dimension as TokenKind },
  { kind: shadow as TokenKind, fits: (_name, text) => /\s/.test(text) },
  {
    kind: fontFamily as TokenKind,
    fits: (name, text) => called.fontFamily.test(name) && !/[()/]|\d(?:px|r?em|%)/.test(text),
  },
]

/** A value as a token of the kind that it is; nothing where it is none by itself. */
export function literalOf(text: string, name: string): { type: string; value: unknown } | undefined {
  for (const { kind, fits } of kinds) {
    if (fits && !fits(name, text)) continue
    const read = kind.parse(text)
    if (read.ok) return { type: kind.type, value: read.value }
  }
  return undefined
}

/** The custom property that a value is, read as a whole; its fallback is for pages that have none. */
export function readWhole(value: string): string | undefined {
  const tokens = new Tokens(value)
  const first = tokens.past(0)
  if (tokens.type(first) !== tokenTypes.Function || tokens.name(first).toLowerCase() !== 'var')
    return undefined
  const end = tokens.closing(first, tokens.length)
  return tokens.past(end + 1) >= tokens.length ? tokens.name(tokens.past(first + 1)) : undefined
}

/** A value for a token that has its type already. */
export function typedAs(text: string, type: string): { type: string; value: unknown } | undefined {
  const typed = typedValue(text, type)
  return typed.ok ? { type: '', value: typed.value } : undefined
}

/** Why a value is none of a token. */
export function whyNone(text: string): string {
  const unit = /^[-+]?[\d.]+([a-z]+|%)$/i.exec(text.trim())?.[1]
  return unit === undefined
    ? 'A token holds one value, written out, or another token.'
    : `Values of tokens are in px, rem, ms or s, and not in ${unit}.`
}

/** How many custom properties may be read one through the other. */
export const longestChain = 50
/** The longest text that comes of filling in. */
const longestText = 2000

/**
 * Puts what custom properties are set to in the place of each `var()`; nothing where one of them is not
 * known.
 */
export function fillerIn(textOf: (name: string) => string | undefined): (text: string) => string | undefined {
  const known = new Map<string, string | undefined>()
  let depth = 0
  const property = (name: string): string | undefined => {
    if (known.has(name) || depth >= longestChain) return known.get(name)
    // whatever asks for itself comes to nothing
    known.set(name, undefined)
    const text = textOf(name)
    depth++
    const filled = text === undefined ? undefined : fill(text)
    depth--
    known.set(name, filled)
    return filled
  }
  const fill = (text: string): string | undefined => {
    const pieces = varsIn(text).map(({ name, fallback }) => property(name) ?? (fallback && fill(fallback)))
    const filled = withVars(text, pieces)
    return filled === undefined || filled.length > longestText ? undefined : filled
  }
  return fill
}
