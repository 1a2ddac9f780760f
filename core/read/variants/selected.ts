import { tokenTypes } from 'css-tree/tokenizer'
import type { Place } from '../../contract/member'
import { Tokens, walkSheet, type Span } from '../../style/sheet'

/**
 * What a rule asks of an element, one thing: an attribute of some value, or a class. `host`: of the host, from
 * inside its shadow tree. `wears`: the custom properties that its declarations read.
 */
export interface Selected {
  host: boolean
  attribute?: { name: string; value: string | undefined }
  className?: string
  place: Place
  wears: string[]
}

/** Custom properties that are kept of one rule. */
const mostWorn = 40

/**
 * What the rules of a sheet select by (Selectors Level 4, sections 6.1, 6.4 and 6.6). What stands in `:not()`
 * is left out: its rule is for everything else. `&--quiet`, as style languages nest it, goes on with the
 * classes of the rule around.
 */
export function readSelected(text: string, at: (offset: number) => Place): Selected[] {
  const tokens = new Tokens(text)
  const found: Selected[] = []
  const open: Selected[][] = []
  walkSheet(tokens, {
    rule(prelude) {
      const around = open.at(-1)?.flatMap(({ className }) => className ?? []) ?? []
      const selected = selectedIn(tokens, prelude, around, at)
      found.push(...selected)
      open.push(selected)
    },
    ruleEnd() {
      open.pop()
    },
    declaration(_property, _offset, value) {
      const names = namesRead(tokens, value)
      for (const { wears } of open.flat())
        for (const name of names) if (wears.length < mostWorn && !wears.includes(name)) wears.push(name)
    },
  })
  return found
}

function selectedIn(
  tokens: Tokens,
  { from, to }: Span,
  around: readonly string[],
  at: (offset: number) => Place,
): Selected[] {
  const found: Selected[] = []
  let hostUntil = 0
  for (let i = from; i < to; i++) {
    const type = tokens.type(i)
    const add = (what: Pick<Selected, 'attribute' | 'className'>) =>
      found.push({ ...what, host: i < hostUntil, place: at(tokens.start(i)), wears: [] })
    if (type === tokenTypes.Function) {
      const name = tokens.name(i).toLowerCase()
      if (name === 'not') i = tokens.closing(i, to)
      else if (name === 'host') hostUntil = tokens.closing(i, to)
    } else if (type === tokenTypes.LeftSquareBracket) {
      const attribute = attributeAt(tokens, i, to)
      if (attribute) add({ attribute })
    } else if (type === tokenTypes.Delim && tokens.type(i + 1) === tokenTypes.Ident) {
      const name = tokens.name(i + 1)
      if (tokens.raw(i) === '.') add({ className: name })
      else if (tokens.raw(i) === '&') for (const outer of around) add({ className: `${outer}${name}` })
    }
  }
  return found
}

/** The attribute that is asked for in a bracket; one value only, whole (`=`) or among others (`~=`). */
function attributeAt(tokens: Tokens, bracket: number, to: number): Selected['attribute'] {
  const at = tokens.past(bracket + 1)
  if (at >= to || tokens.type(at) !== tokenTypes.Ident) return undefined
  const name = tokens.name(at)
  let i = tokens.past(at + 1)
  let operator = ''
  for (; tokens.type(i) === tokenTypes.Delim; i++) operator += tokens.raw(i)
  i = tokens.past(i)
  if (operator === '') return { name, value: undefined }
  const isValue = tokens.type(i) === tokenTypes.String || tokens.type(i) === tokenTypes.Ident
  if (!isValue || (operator !== '=' && operator !== '~=')) return undefined
  const value = tokens.value(i)
  // what code fills in stands there as blanks, at its edge or as all of it: which value that is nobody knows
  return { name, value: value === value.trim() && value !== '' ? value : undefined }
}

/** The names in every `var(…)` of a value. */
function namesRead(tokens: Tokens, { from, to }: Span): string[] {
  const names: string[] = []
  for (let i = from; i < to; i++) {
    if (tokens.type(i) !== tokenTypes.Function || tokens.name(i).toLowerCase() !== 'var') continue
    const name = tokens.past(i + 1)
    if (tokens.type(name) === tokenTypes.Ident) names.push(tokens.name(name))
  }
  return names
}
