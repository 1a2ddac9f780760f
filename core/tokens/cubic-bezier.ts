import { z } from 'zod'
import { done } from '../problem'
import { misread, type TokenKind } from './kind'

const time = z.number().min(0).max(1)
/** Design Tokens Format Module, section Cubic Bézier: two control points, whose times lie between 0 and 1. */
export const cubicBezierSchema = z.tuple([time, z.number(), time, z.number()])
export type CubicBezierValue = z.infer<typeof cubicBezierSchema>

const todo = 'Write four numbers, as in cubic-bezier(0.2, 0, 0, 1); the first and the third from 0 to 1.'
const read = (value: unknown) => {
  const points = cubicBezierSchema.safeParse(value)
  return points.success ? done(points.data) : misread('curve of time', todo)
}

export const cubicBezier: TokenKind<CubicBezierValue> = {
  type: 'cubicBezier',
  read,
  parse(text) {
    const inside = /^\s*(?:cubic-bezier\(([^()]*)\)|([^()]*))\s*$/.exec(text)
    const numbers = (inside?.[1] ?? inside?.[2] ?? '').split(',').map((number) => number.trim())
    return read(numbers.map((number) => (number === '' ? NaN : Number(number))))
  },
  show: (value) => `cubic-bezier(${value.join(', ')})`,
  css: (value) => `cubic-bezier(${value.join(', ')})`,
}
