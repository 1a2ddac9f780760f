import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens, type Span } from './sheet'

/**
 * How specific a selector is: counts of ids, of classes with what counts like them, and of types (Selectors
 * Level 4, section 17).
 */
export type Specificity = readonly [ids: number, classes: number, types: number]
export const none: Specificity = [0, 0, 0]

export const compareSpecificity = (a: Specificity, b: Specificity): number =>
  a[0] - b[0] || a[1] - b[1] || a[2] - b[2]
const more = (a: Specificity, b: Specificity): Specificity => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
const most = (list: Specificity[]): Specificity =>
  list.reduce((a, b) => (compareSpecificity(a, b) < 0 ? b : a), none)

/** The selectors of a list, each as text: what stands between the commas that are in no bracket. */
export function selectorsOf(list: string): string[] {
  const tokens = new Tokens(list)
  return partsOf(tokens, { from: 0, to: tokens.length })
    .map((part) => tokens.slice(part))
    .filter((text) => text !== '')
}

function partsOf(tokens: Tokens, { from, to }: Span): Span[] {
  const parts: Span[] = []
  let start = from
  for (let i = from; i < to; i++) {
    if (tokens.type(i) === tokenTypes.Comma) {
      parts.push({ from: start, to: i })
      start = i + 1
    } else if (opens.has(tokens.type(i))) i = Math.min(tokens.closing(i, to), to)
  }
  return [...parts, { from: start, to }]
}
const opens = new Set([tokenTypes.Function, tokenTypes.LeftParenthesis, tokenTypes.LeftSquareBracket])

/** Pseudo-elements that may be written with one colon (Selectors Level 4, section 3.6). */
const oldPseudo = new Set(['before', 'after', 'first-line', 'first-letter'])
const takesMost = new Set(['is', 'not', 'has', '-webkit-any', '-moz-any', 'matches'])

/**
 * The specificity of one selector, without commas of its own. `nesting` is what `&` stands for: the most
 * specific selector of the rule around (CSS Nesting Level 1, section 3.1).
 */
export function specificityOf(selector: string, nesting: Specificity = none): Specificity {
  const tokens = new Tokens(selector)
  return count(tokens, { from: 0, to: tokens.length }, nesting)
}

/** The specificity of the most specific selector of a list. */
export const mostOf = (list: string, nesting: Specificity = none): Specificity =>
  most(selectorsOf(list).map((selector) => specificityOf(selector, nesting)))

function count(tokens: Tokens, { from, to }: Span, nesting: Specificity): Specificity {
  let sum = none
  const inside = (i: number, end: number) =>
    most(partsOf(tokens, { from: i + 1, to: end }).map((part) => count(tokens, part, nesting)))
  for (let i = from; i < to; i++) {
    const type = tokens.type(i)
    if (type === tokenTypes.Hash) sum = more(sum, [1, 0, 0])
    else if (type === tokenTypes.LeftSquareBracket) {
      sum = more(sum, [0, 1, 0])
      i = tokens.closing(i, to)
    } else if (type === tokenTypes.Delim && tokens.raw(i) === '.') {
      sum = more(sum, [0, 1, 0])
      i++
    } else if (type === tokenTypes.Delim && tokens.raw(i) === '&') sum = more(sum, nesting)
    else if (type === tokenTypes.Ident) {
      // a name before `|` is a namespace
      if (tokens.raw(i + 1) !== '|' || tokens.raw(i + 2) === '|') sum = more(sum, [0, 0, 1])
    } else if (type === tokenTypes.Colon) {
      const isElement = tokens.type(i + 1) === tokenTypes.Colon
      const at = isElement ? i + 2 : i + 1
      const name = tokens.name(at).toLowerCase()
      const isFunction = tokens.type(at) === tokenTypes.Function
      const end = isFunction ? Math.min(tokens.closing(at, to), to) : at
      if (isElement || oldPseudo.has(name))
        sum = more(sum, name === 'slotted' && isFunction ? more([0, 0, 1], inside(at, end)) : [0, 0, 1])
      else if (name === 'where') sum = more(sum, none)
      else if (isFunction && takesMost.has(name)) sum = more(sum, inside(at, end))
      else if (isFunction && (name === 'host' || name === 'host-context'))
        sum = more(sum, more([0, 1, 0], inside(at, end)))
      else if (isFunction && (name === 'nth-child' || name === 'nth-last-child')) {
        const of = Array.from({ length: end - at }, (_, step) => at + step).find(
          (number) => tokens.type(number) === tokenTypes.Ident && tokens.name(number).toLowerCase() === 'of',
        )
        sum = more(sum, of === undefined ? [0, 1, 0] : more([0, 1, 0], inside(of, end)))
      } else sum = more(sum, [0, 1, 0])
      i = end
    }
  }
  return sum
}
