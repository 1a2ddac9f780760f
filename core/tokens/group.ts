/** An object of a token file: a group, a token, or a value of several fields. */
export type Group = Record<string, unknown>

export const isGroup = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
