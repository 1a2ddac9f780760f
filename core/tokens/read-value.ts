import { done, refused, type Outcome } from '../problem'
import { workedOut } from './arithmetic'
import { cssText } from './css-text'
import { tokenKinds } from './document'
import type { TokenKind } from './kind'
import { readLoosely } from './loosely'

export const kindOfType = (type: string | undefined): TokenKind | undefined =>
  type !== undefined && Object.hasOwn(tokenKinds, type) ? tokenKinds[type] : undefined

/** A value as it was read, with the kind that read it. */
interface ReadValue {
  kind: TokenKind
  value: unknown
}

const asWritten = cssText as TokenKind

/**
 * Reads the `$value` of a token, whatever it refers to put in its place: see {@link readLoosely}. What is of
 * no type of the format is written as it is too.
 */
export function readValue(type: string | undefined, value: unknown): Outcome<ReadValue> {
  const kind = kindOfType(type)
  if (!kind) return readUntyped(type, value)
  const read = readLoosely(kind, value)
  if (!read.ok) return read
  return done(
    read.value.is === 'value'
      ? { kind, value: read.value.value }
      : { kind: asWritten, value: read.value.text },
  )
}

function readUntyped(type: string | undefined, value: unknown): Outcome<ReadValue> {
  const read = cssText.read(value)
  if (read.ok) return done({ kind: asWritten, value: untypedSum(value) ?? read.value })
  if (typeof value === 'string' && value.trim() === '')
    return refused({ code: 'token-type', what: 'is empty.', todo: 'Give it a value, or delete it.' })
  return refused({
    code: 'token-type',
    what: type === undefined ? 'has no type.' : `has the type “${type.slice(0, 80)}”, which is not read.`,
    todo: `Give $type, on it or on a group above: ${Object.keys(tokenKinds).join(', ')}.`,
  })
}

/** A sum that says no type; what a slash divides is more often two values: `16 / 9`, `12px/1.4`. */
const untypedSum = (value: unknown): string | undefined =>
  typeof value === 'string' && !value.includes('/') ? workedOut(value) : undefined

/**
 * Whether a token that says a type may be an alias of one of another: what CSS takes as it is written stands
 * for any, and what says a type that is not of the format has that of the other.
 */
export const mayStandFor = (own: string | undefined, other: string): boolean =>
  kindOfType(own) === undefined || own === other || other === cssText.type
