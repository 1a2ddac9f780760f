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
  /**
   * The syntax of a registered custom property that takes it (CSS Properties and Values API 1, 5), where its
   * value in
   * CSS depends on nothing around it.
   */
  syntax?(value: V): string | undefined
  /** Of a composite, what of it is a custom property of its own: CSS, by what stands after its name. */
  own?(value: V): Record<string, string>
}

/** The same kind, of values that are at least zero: CSS takes no others there. */
export const notNegative = <V>(kind: TokenKind<V>, amountOf: (value: V) => number): TokenKind<V> => {
  const judged = (outcome: Outcome<V>): Outcome<V> =>
    outcome.ok && amountOf(outcome.value) < 0
      ? misread(kind.type, 'Give one that is not below zero.')
      : outcome
  return { ...kind, read: (value) => judged(kind.read(value)), parse: (text) => judged(kind.parse(text)) }
}

export const misread = (type: string, todo: string): Outcome<never> => ({
  ok: false,
  problems: [{ code: 'token-value', what: `This is not a ${type}.`, todo }],
})
