import { tokenize, tokenTypes } from 'css-tree/tokenizer'
import { ident, string } from 'css-tree/utils'

/** From the first offset up to, not including, the second. */
export interface Span {
  from: number
  to: number
}

/** What {@link walkSheet} tells of a sheet, in the order it stands there. */
export interface SheetVisitor {
  /** A rule begins: tokens of its selectors. What comes until `ruleEnd` is inside it. */
  rule(prelude: Span): void
  ruleEnd(): void
  /** A declaration: the name as written, the offset it begins at, and the tokens of its value. */
  declaration(property: string, at: number, value: Span): void
  /** A condition begins: the name of its at-rule in small letters, and the tokens of what it asks for. */
  condition?(name: string, prelude: Span): void
  conditionEnd?(): void
}

/** The tokens of a text of CSS (CSS Syntax Module Level 3, section 4), comments left out. */
export class Tokens {
  private readonly types: number[] = []
  private readonly starts: number[] = []
  private readonly ends: number[] = []

  constructor(readonly text: string) {
    tokenize(text, (type, from, to) => {
      if (type === tokenTypes.Comment) return
      this.types.push(type)
      this.starts.push(from)
      this.ends.push(to)
    })
  }

  get length(): number {
    return this.types.length
  }
  type(i: number): number {
    return this.types[i] ?? tokenTypes.EOF
  }
  start(i: number): number {
    return this.starts[i] ?? this.text.length
  }
  end(i: number): number {
    return this.ends[i] ?? this.text.length
  }
  /** The token as written. */
  raw(i: number): string {
    return this.text.slice(this.start(i), this.end(i))
  }
  /** From one token up to, not including, another, without space at either end. */
  slice({ from, to }: Span): string {
    return from < to ? this.text.slice(this.start(from), this.end(to - 1)).trim() : ''
  }
  /** The name of an identifier or function, escapes resolved. */
  name(i: number): string {
    const raw =
      this.type(i) === tokenTypes.Function ? this.text.slice(this.start(i), this.end(i) - 1) : this.raw(i)
    return raw.includes('\\') ? ident.decode(raw) : raw
  }
  /** What an identifier or string stands for. */
  value(i: number): string {
    return this.type(i) === tokenTypes.String ? string.decode(this.raw(i)) : this.name(i)
  }
  /** The first token from `i` on that is no white space. */
  past(i: number): number {
    while (this.type(i) === tokenTypes.WhiteSpace) i++
    return i
  }
  /** The token that closes the bracket or function opened at `i`, or `to` where nothing does. */
  closing(i: number, to: number): number {
    let depth = 0
    for (let j = i; j < to; j++) {
      const turn = brackets[this.types[j]!]!
      depth += turn
      if (turn < 0 && depth === 0) return j
    }
    return to
  }
}

/** By type of token: 1 what opens a bracket, -1 what closes one. */
const brackets = new Int8Array(Math.max(...Object.values(tokenTypes)) + 1)
for (const type of [tokenTypes.Function, tokenTypes.LeftParenthesis, tokenTypes.LeftSquareBracket])
  brackets[type] = 1
for (const type of [tokenTypes.RightParenthesis, tokenTypes.RightSquareBracket]) brackets[type] = -1

/**
 * Takes a sheet apart into rules and declarations the way a browser does (CSS Syntax Module Level 3,
 * section 5.5, with nested rules), without building a tree. Conditions (`@media`, `@container`, `@layer`,
 * `@supports`) are passed through: what is in them is told as if it stood outside. What is written wrong
 * is passed over up to where a browser would go on, but that a bracket left open ends with its block.
 */
// eslint-disable-next-line max-lines-per-function -- one walk over a sheet
export function walkSheet(tokens: Tokens, visit: SheetVisitor): void {
  const { length } = tokens
  const { Semicolon, LeftCurlyBracket, RightCurlyBracket, AtKeyword, Ident, Colon, WhiteSpace } = tokenTypes
  /** What blocks stand open: rules, of which the end is told, and conditions. */
  const blocks: ('rule' | 'condition')[] = []
  let rules = 0
  let i = 0

  /**
   * The first `;`, `{` or `}` outside brackets from here on; braces inside a custom property's value count as
   * part of it.
   */
  const endOf = (from: number, braces: boolean): number => {
    let depth = 0
    let curly = 0
    for (let j = from; j < length; j++) {
      const type = tokens.type(j)
      const turn = brackets[type]!
      if (turn !== 0) depth = Math.max(0, depth + turn)
      else if (braces && type === LeftCurlyBracket) curly++
      else if (curly > 0 && type === RightCurlyBracket) curly--
      else if (
        type === RightCurlyBracket ||
        (curly === 0 && depth === 0 && (type === Semicolon || type === LeftCurlyBracket))
      )
        return j
    }
    return length
  }

  while (i < length) {
    const type = tokens.type(i)
    if (type === WhiteSpace || type === Semicolon || type === tokenTypes.CDO || type === tokenTypes.CDC) {
      i++
      continue
    }
    if (type === RightCurlyBracket) {
      const block = blocks.pop()
      if (block === 'rule') {
        rules--
        visit.ruleEnd()
      } else if (block === 'condition') visit.conditionEnd?.()
      i++
      continue
    }
    if (type === AtKeyword) {
      const began = i
      i = endOf(i, false)
      if (tokens.type(i) === LeftCurlyBracket) {
        blocks.push('condition')
        visit.condition?.(tokens.raw(began).slice(1).toLowerCase(), { from: began + 1, to: i })
      }
      if (tokens.type(i) !== RightCurlyBracket) i++
      continue
    }
    const colon = type === Ident ? tokens.past(i + 1) : 0
    const named = type === Ident && tokens.type(colon) === Colon
    const custom = named && tokens.text.startsWith('--', tokens.start(i))
    const end = endOf(i, custom)
    if (tokens.type(end) === LeftCurlyBracket) {
      blocks.push('rule')
      rules++
      visit.rule({ from: i, to: end })
      i = end + 1
      continue
    }
    if (named && (rules > 0 || blocks.length > 0))
      visit.declaration(tokens.name(i), tokens.start(i), { from: colon + 1, to: end })
    i = tokens.type(end) === RightCurlyBracket ? end : end + 1
  }
  for (; rules > 0; rules--) visit.ruleEnd()
}
