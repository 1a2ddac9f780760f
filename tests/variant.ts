import type { Variant } from '~~/core/contract/variant'

/** A variant as reading a prop gives it, for tests. */
export const variant = (axis: string, value: Variant['value'], more: Partial<Variant> = {}): Variant => ({
  kind: 'variant',
  name: `${axis}=${value}`,
  place: { file: 'a.ts', line: 1 },
  known: 'declared',
  disagreements: [],
  axis,
  value,
  by: 'prop',
  made: [],
  wears: [],
  ...more,
})
