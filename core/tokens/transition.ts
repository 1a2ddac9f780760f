import { cssOfFields, ownProperties, parseFields, readFields, showFields, type Composite } from './composite'
import { cubicBezier } from './cubic-bezier'
import { duration } from './duration'
import type { TokenKind } from './kind'
import { wordsIn } from './pieces'

/** Design Tokens Format Module, section Transition. */
const fields = {
  duration: { kind: duration as TokenKind, css: 'duration' },
  timingFunction: { kind: cubicBezier as TokenKind, css: 'timing-function' },
  // files that are widely published leave it out
  delay: { kind: duration as TokenKind, css: 'delay', optional: true },
}
const todo = 'Write how long, the curve, and after how long: 240ms cubic-bezier(0.2, 0, 0, 1) 0ms.'

const join = ({ duration: time, timingFunction, delay }: Record<string, string | undefined>): string =>
  [time, timingFunction, delay].filter((part) => part !== undefined).join(' ')

export const transition: TokenKind<Composite> = {
  type: 'transition',
  read: (value) => readFields('transition', fields, value),
  parse(text) {
    const [time, timingFunction, delay, ...rest] = wordsIn(text)
    const texts = rest.length ? {} : { duration: time, timingFunction, delay }
    return parseFields('transition', fields, texts, todo)
  },
  show: (value) => join(showFields(fields, value)),
  css: (value) => join(cssOfFields(fields, value)),
  own: (value) => ownProperties(fields, value),
}
