import { z } from 'zod'
import { done } from '../problem'
import { misread, notNegative, type TokenKind } from './kind'

/** Design Tokens Format Module, section Dimension: a number with `px` or `rem`. */
export const dimensionSchema = z.object({ value: z.number(), unit: z.enum(['px', 'rem']) })
export type DimensionValue = z.infer<typeof dimensionSchema>

const parse = (text: string) => {
  const shape = /^\s*(-?\d*\.?\d+)\s*(px|rem)?\s*$/.exec(text)
  if (!shape || (!shape[2] && Number(shape[1]) !== 0))
    return misread('dimension', 'Write a number with px or rem, such as 12px.')
  return done<DimensionValue>({ value: Number(shape[1]), unit: (shape[2] ?? 'px') as 'px' | 'rem' })
}

export const dimension: TokenKind<DimensionValue> = {
  type: 'dimension',
  read(value) {
    if (typeof value === 'string') return parse(value)
    const read = dimensionSchema.safeParse(value)
    return read.success ? done(read.data) : misread('dimension', 'Give a value and a unit, px or rem.')
  },
  parse,
  show: (value) => `${value.value}${value.unit}`,
  css: (value) => `${value.value}${value.unit}`,
  // a rem is as long as the page has it
  syntax: ({ unit }) => (unit === 'px' ? '<length>' : undefined),
}

/** How wide, large or blurred something is. */
export const extent = notNegative(dimension, ({ value }) => value)
