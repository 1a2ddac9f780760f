import { done, type Outcome } from '../problem'
import { color } from './color'
import { cssOfFields, parseFields, readFields, showFields, type Composite } from './composite'
import { misread, type TokenKind } from './kind'
import { number } from './number'
import { entriesIn, wordsIn } from './pieces'
import { showReference } from './references'

/**
 * Where a stop stands, from 0 to 1; what lies outside stands at that end (Design Tokens Format Module, section
 * Gradient).
 */
const position: TokenKind<number> = {
  ...number,
  parse(text) {
    const share = /^\s*(-?[\d.]+)\s*%\s*$/.exec(text)?.[1]
    return share === undefined ? number.parse(text) : number.parse(String(Number(share) / 100))
  },
  show: (value) => percent(value),
  css: (value) => percent(Math.min(1, Math.max(0, value))),
}
const percent = (value: number): string => `${Math.round(value * 10_000) / 100}%`

const fields = { color: { kind: color as TokenKind }, position: { kind: position as TokenKind } }
const todo = 'Write colours and where they stand: #E3F0F4 0%, #11344A 100%.'
const mostStops = 50

export const gradient: TokenKind<Composite[]> = {
  type: 'gradient',
  read(value) {
    if (!Array.isArray(value) || value.length === 0 || value.length > mostStops)
      return misread('gradient', todo)
    return all(value.map((stop: unknown) => readFields('gradient', fields, stop)))
  },
  parse: (text) =>
    all(
      entriesIn(text).map((entry) => {
        const words = wordsIn(entry)
        return parseFields('gradient', fields, { position: words.pop(), color: words.join(' ') }, todo)
      }),
    ),
  show: (value) => value.map((stop) => showReference(stop) ?? join(showFields(fields, stop))).join(', '),
  // the stops alone: which way it runs is said where it is used, linear-gradient(to right, var(…))
  css: (value) => value.map((stop) => join(cssOfFields(fields, stop))).join(', '),
}

const join = ({ color: colour, position: at }: Record<string, string | undefined>): string =>
  `${colour} ${at}`

function all(outcomes: readonly Outcome<Composite>[]): Outcome<Composite[]> {
  const values: Composite[] = []
  for (const outcome of outcomes) {
    if (!outcome.ok) return outcome
    values.push(outcome.value)
  }
  return done(values)
}
