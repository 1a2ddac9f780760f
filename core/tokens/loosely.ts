import { done, type Outcome } from '../problem'
import { workedOut } from './arithmetic'
import { isOtherInCss, textOf } from './css-text'
import type { TokenKind } from './kind'

/** A value as its kind has it, or the text that only CSS takes in its place. */
export type Loose = { is: 'value'; value: unknown } | { is: 'css'; text: string }

/**
 * Reads a value as its kind has it; as text of it (`"800"`), worked out where it is a sum (`8px * 2`); and
 * else, where CSS takes it there, as it is written.
 */
export function readLoosely(kind: TokenKind, value: unknown): Outcome<Loose> {
  const read = kind.read(value)
  const written = textOf(value)
  if (read.ok) return done({ is: 'value', value: read.value })
  if (written === undefined) return read
  const text = workedOut(written) ?? written
  const parsed = kind.parse(text)
  // what was typed may have been read in parts only
  const whole = parsed.ok ? kind.read(parsed.value) : parsed
  if (whole.ok) return done({ is: 'value', value: whole.value })
  return isOtherInCss(kind.type, text) ? done({ is: 'css', text: text.trim() }) : read
}
