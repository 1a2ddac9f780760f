import { z } from 'zod'
import { done } from '../problem'
import { misread, type TokenKind } from './kind'

/** Design Tokens Format Module, section Duration: a number with `ms` or `s`. */
export const durationSchema = z.object({ value: z.number().nonnegative(), unit: z.enum(['ms', 's']) })
export type DurationValue = z.infer<typeof durationSchema>

const parse = (text: string) => {
  const shape = /^\s*(\d*\.?\d+)\s*(ms|s)\s*$/.exec(text)
  return shape
    ? done<DurationValue>({ value: Number(shape[1]), unit: shape[2] as 'ms' | 's' })
    : misread('duration', 'Write a number with ms or s, such as 180ms.')
}

export const duration: TokenKind<DurationValue> = {
  type: 'duration',
  read(value) {
    if (typeof value === 'string') return parse(value)
    const read = durationSchema.safeParse(value)
    return read.success ? done(read.data) : misread('duration', 'Give a value and a unit, ms or s.')
  },
  parse,
  show: (value) => `${value.value}${value.unit}`,
  css: (value) => `${value.value}${value.unit}`,
  syntax: () => '<time>',
}
