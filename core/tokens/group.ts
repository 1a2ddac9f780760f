/** An object of a token file: a group, a token, or a value of several fields. */
export type Group = Record<string, unknown>

export const isGroup = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Groups in one another that are walked: deeper than files may be nested, which is told and refused. */
export const deepestGroup = 40
