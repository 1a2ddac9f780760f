import type { Outcome } from '../problem'

/** What one token type of the Design Tokens Format Module can do. `V` is its value in the format. */
export interface TokenKind<V = unknown> {
  type: string
  /** Reads a `$value`, older spellings included; the reason is a sentence where it does not fit. */
  read(value: unknown): Outcome<V>
  /** Reads what a person typed into the table. */
  parse(text: string): Outcome<V>
  /** The value as the table shows it, which `parse` reads back to the same. */
  show(value: V): string
  /** The value in CSS. */
  css(value: V): string
}

export const misread = (type: string, todo: string): Outcome<never> => ({
  ok: false,
  problems: [{ code: 'token-value', what: `This is not a ${type}.`, todo }],
})
