import ts from 'typescript'
import type { Plain } from './plain'
import { sizeOf } from './value-size'

/** A member of a known value, as code would get it: its own only. */
export const memberOf = (object: Plain | undefined, key: Plain | undefined): Plain | undefined => {
  if (typeof object === 'string' || Array.isArray(object))
    return key === 'length' ? object.length : typeof key === 'number' ? object[key] : undefined
  return typeof object === 'object' &&
    object !== null &&
    typeof key === 'string' &&
    Object.hasOwn(object, key)
    ? object[key]
    : undefined
}

/**
 * Two values joined by an operator (ECMAScript, 13.6 to 13.13); the other is worked out where it is asked
 * for.
 */
export function joinedBy(
  operator: ts.SyntaxKind,
  left: Plain | undefined,
  other: () => Plain | undefined,
): Plain | undefined {
  if (left === undefined) return undefined
  switch (operator) {
    case ts.SyntaxKind.AmpersandAmpersandToken:
      return left ? other() : left
    case ts.SyntaxKind.BarBarToken:
      return left ? left : other()
    case ts.SyntaxKind.QuestionQuestionToken:
      return left === null ? other() : left
    case ts.SyntaxKind.CommaToken:
      return other()
  }
  const right = other()
  if (right === undefined) return undefined
  if (operator === ts.SyntaxKind.EqualsEqualsEqualsToken) return left === right
  if (operator === ts.SyntaxKind.ExclamationEqualsEqualsToken) return left !== right
  if (typeof left === 'number' && typeof right === 'number') {
    switch (operator) {
      case ts.SyntaxKind.AmpersandToken:
        return left & right
      case ts.SyntaxKind.BarToken:
        return left | right
      case ts.SyntaxKind.PlusToken:
        return left + right
      case ts.SyntaxKind.MinusToken:
        return left - right
      case ts.SyntaxKind.AsteriskToken:
        return left * right
      case ts.SyntaxKind.SlashToken:
        return left / right
    }
  }
  const plain = (plain: Plain) => typeof plain === 'string' || typeof plain === 'number'
  return operator === ts.SyntaxKind.PlusToken && plain(left) && plain(right)
    ? `${left as string}${right as string}`
    : undefined
}

export type Apply = (...values: (Plain | undefined)[]) => Plain | undefined
export const every = (list: (Plain | undefined)[]): Plain[] | undefined =>
  list.every((item) => item !== undefined) ? list : undefined
export const isRecord = (value: Plain | undefined): value is Record<string, Plain> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * What built-in functions give for known values (ECMAScript, built-in objects), for those that tables of
 * names are made with.
 */
export const ofObjects: Record<string, (...values: Plain[]) => Plain | undefined> = {
  freeze: (given) => given,
  keys: (given) => (isRecord(given) ? Object.keys(given) : undefined),
  values: (given) => (isRecord(given) ? Object.values(given) : undefined),
  entries: (given) => (isRecord(given) ? Object.entries(given) : undefined),
  fromEntries: (given) =>
    Array.isArray(given) && given.every((pair) => Array.isArray(pair) && typeof pair[0] === 'string')
      ? Object.fromEntries(given as [string, Plain][])
      : undefined,
  assign: (...all) => (all.every(isRecord) ? (Object.assign({}, ...all) as Plain) : undefined),
}
export const ofStrings: Record<string, (text: string, ...values: Plain[]) => Plain | undefined> = {
  toLowerCase: (text: string) => text.toLowerCase(),
  toUpperCase: (text: string) => text.toUpperCase(),
  trim: (text: string) => text.trim(),
  toString: (text: string) => text,
  concat: (text: string, ...more: Plain[]) => text + more.join(''),
  slice: (text: string, from, to) => text.slice(from as number, to as number),
  split: (text: string, by) => (typeof by === 'string' ? text.split(by) : undefined),
  replace: (text: string, from, to) =>
    typeof from === 'string' && typeof to === 'string' ? text.replace(from, () => to) : undefined,
}
export const ofLists: Record<
  string,
  (list: Plain[], apply: Apply | undefined, values: (Plain | undefined)[]) => Plain | undefined
> = {
  map: (list, apply) => apply && every(list.map((item, i) => apply(item, i))),
  filter: (list, apply) => apply && list.filter((item, i) => apply(item, i)),
  flatMap: (list, apply) => apply && (every(list.map((item, i) => apply(item, i)))?.flat(1) as Plain),
  reduce: (list, apply, values) =>
    apply &&
    list.reduce<Plain | undefined>(
      (sum, item, i) => (sum === undefined ? undefined : apply(sum, item, i)),
      values[1],
    ),
  concat: (list, _apply, values) => every(values)?.reduce<Plain[]>((all, entry) => all.concat(entry), list),
  join: (list, _apply, [by]) => list.join(typeof by === 'string' ? by : ','),
  flat: (list) => list.flat(1) as Plain,
  slice: (list, _apply, [from, to]) => list.slice(from as number, to as number),
  includes: (list, _apply, [given]) => (given === undefined ? undefined : list.includes(given)),
}

/** The most that a function of strings gives for these. */
export function lengthMade(name: string, text: string, given: Plain[]): number {
  if (name === 'split') return text.length * 9
  return name === 'replace' ? text.length + sizeOf(given[1]) : text.length + sizeOf(given)
}

/**
 * What the functions that convert give for a plain value (ECMAScript, 21.1.1.1, 22.1.1.1, 20.3.1.1, 19.2).
 */
export function converted(name: string, value: Plain): Plain | undefined {
  if (typeof value === 'object' && value !== null) return undefined
  switch (name) {
    case 'Boolean':
      return Boolean(value)
    case 'String':
      return String(value)
    case 'Number':
      return finite(Number(value))
    case 'parseFloat':
      return finite(Number.parseFloat(String(value)))
    case 'parseInt':
      return finite(Number.parseInt(String(value), 10))
    default:
      return undefined
  }
}
/** What is no number has no plain value. */
const finite = (value: number): number | undefined => (Number.isFinite(value) ? value : undefined)
