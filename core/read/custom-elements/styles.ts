import { tokenTypes } from 'css-tree/tokenizer'
import type { Place } from '../../contract/member'
import type { CustomProperty } from '../../contract/custom-property'
import type { State } from '../../contract/state'
import { Lines } from '../source/lines'
import { holdableStates } from '../../style/held'
import { Tokens, walkSheet, type Span } from '../../style/sheet'

export interface StyleFacts {
  properties: CustomProperty[]
  states: State[]
}

/** Places of offsets in a sheet that begins at a place of its file. */
export const placesFrom = ({ file, line }: Place, text: string): ((offset: number) => Place) => {
  const lines = new Lines(text)
  return (offset) => ({ file, line: line + lines.before(offset) })
}

/**
 * Pseudo-classes that tell a state of an element (Selectors 4, sections 9 to 12), as far as components use
 * them.
 */
export const browserStates: ReadonlySet<string> = new Set([
  ...holdableStates,
  'enabled',
  'valid',
  'user-valid',
  'optional',
  'empty',
])

/**
 * What one style sheet reads and tells apart: custom properties with their fallbacks, and states. `at`
 * gives the place in the library of an offset in the sheet. With a `mark` only rules whose selectors bear
 * it are read.
 */
export function readStyles(text: string, at: (offset: number) => Place, mark = ''): StyleFacts {
  const tokens = new Tokens(text)
  const properties = new Map<string, CustomProperty>()
  const setInside = new Set<string>()
  const states = new Map<string, State>()
  /**
   * Of each rule that stands open: whether it is about the host and nothing in it, and whether only at times.
   */
  const rules: { host: boolean; atTimes: boolean; own: boolean }[] = []
  walkSheet(tokens, {
    rule(prelude) {
      const own = (rules.at(-1)?.own ?? mark === '') || tokens.slice(prelude).includes(mark)
      if (own) readSelectors(tokens, prelude, at, states)
      rules.push({
        own,
        host: isHost(tokens, prelude, rules.at(-1)?.host ?? false),
        atTimes: (rules.at(-1)?.atTimes ?? false) || isAtTimes(tokens, prelude),
      })
    },
    ruleEnd() {
      rules.pop()
    },
    declaration(property, offset, value) {
      if (rules.at(-1)?.own === false) return
      readVars(tokens, property, value, at, properties)
      if (!property.startsWith('--')) return
      const rule = rules.at(-1)
      // what holds in one state only is neither what it is by default nor kept from the page in the others
      if (rule?.host) {
        const touched = touch(properties, property, () => at(offset))
        if (!rule.atTimes) touched.hostValue ??= tokens.slice(value)
      } else if (!rule?.atTimes) setInside.add(property)
    },
  })
  for (const name of setInside) if (!properties.get(name)?.hostValue) properties.delete(name)
  for (const property of properties.values())
    property.usedBy = property.usedBy.filter((text) => !properties.has(text))
  return { properties: [...properties.values()], states: [...states.values()] }
}

/**
 * States that selectors tell apart: pseudo-classes, and attributes of the host (Selectors Level 4, sections
 * 3.6 and 6; CSS Scoping, section 3.2.1).
 */
function readSelectors(
  tokens: Tokens,
  { from, to }: Span,
  at: (offset: number) => Place,
  states: Map<string, State>,
): void {
  /** Where `:host(` closes. */
  let hostUntil = 0
  for (let i = from; i < to; i++) {
    const type = tokens.type(i)
    if (type === tokenTypes.Colon && tokens.type(i - 1) !== tokenTypes.Colon) {
      const next = tokens.type(i + 1)
      if (next !== tokenTypes.Ident && next !== tokenTypes.Function) continue
      const name = tokens.name(i + 1).toLowerCase()
      if (next === tokenTypes.Function && name === 'host') hostUntil = tokens.closing(i + 1, to)
      else if (next === tokenTypes.Function && name === 'state')
        readCustomState(
          tokens.slice({ from: i + 2, to: tokens.closing(i + 1, to) }),
          () => at(tokens.start(i)),
          states,
        )
      else if (browserStates.has(name) && !states.has(name))
        add(states, {
          kind: 'state',
          name,
          place: at(tokens.start(i)),
          known: 'inferred',
          disagreements: [],
          by: 'browser',
          selector: `:${name}`,
        })
    } else if (type === tokenTypes.LeftSquareBracket && i < hostUntil)
      readHostAttribute(tokens, i, () => at(tokens.start(i)), states)
  }
}

/**
 * Whether each selector of a list is about the host and nothing inside it; `&` stands for what the rule
 * around is about.
 */
function isHost(tokens: Tokens, { from, to }: Span, around: boolean): boolean {
  let i = from
  while (i < to) {
    i = tokens.past(i)
    const nested = around && tokens.raw(i) === '&'
    if (!nested && !(tokens.type(i) === tokenTypes.Colon && tokens.name(i + 1) === 'host')) return false
    for (; i < to && tokens.type(i) !== tokenTypes.Comma; i++) {
      const type = tokens.type(i)
      if (
        type === tokenTypes.Function ||
        type === tokenTypes.LeftParenthesis ||
        type === tokenTypes.LeftSquareBracket
      )
        i = tokens.closing(i, to)
      else if (type === tokenTypes.WhiteSpace) {
        const next = tokens.past(i)
        if (next < to && tokens.type(next) !== tokenTypes.Comma) return false
      } else if (type === tokenTypes.Delim && '>+~'.includes(tokens.raw(i))) return false
    }
    i++
  }
  return true
}

/**
 * Whether each selector of a list holds only at times: it asks for a state, an attribute, or for a second
 * class
 * beside the first of an element.
 */
function isAtTimes(tokens: Tokens, { from, to }: Span): boolean {
  let classes = 0
  let asks = false
  for (let i = from; i < to; i++) {
    const type = tokens.type(i)
    if (type === tokenTypes.LeftSquareBracket) asks = true
    else if (type === tokenTypes.Delim && tokens.raw(i) === '.') asks ||= ++classes > 1
    else if (type === tokenTypes.WhiteSpace || (type === tokenTypes.Delim && '>+~'.includes(tokens.raw(i))))
      classes = 0
    else if (type === tokenTypes.Colon && tokens.type(i + 1) !== tokenTypes.Colon) {
      const isElement = tokens.type(i - 1) === tokenTypes.Colon
      const isPlainHost = tokens.name(i + 1) === 'host' && tokens.type(i + 1) === tokenTypes.Ident
      if (!isElement && !isPlainHost) asks = true
    } else if (type === tokenTypes.Comma) {
      if (!asks) return false
      asks = false
      classes = 0
    }
  }
  return asks
}

const touch = (properties: Map<string, CustomProperty>, name: string, place: () => Place): CustomProperty => {
  const known = properties.get(name)
  if (known) return known
  const property: CustomProperty = {
    kind: 'custom-property',
    name,
    place: place(),
    known: 'declared',
    disagreements: [],
    fallbacks: [],
    usedBy: [],
  }
  properties.set(name, property)
  return property
}

/** Attributes any HTML element has (HTML standard, section 3.2.6); on a host they are the browser's. */
const globalAttributes = new Set([
  'hidden',
  'dir',
  'lang',
  'inert',
  'popover',
  'tabindex',
  'contenteditable',
  'draggable',
  'class',
  'id',
  'style',
  'title',
])

const add = (states: Map<string, State>, state: State): void => {
  if (!states.has(state.name)) states.set(state.name, state)
}

/** Every `var(…)` of a value, those in fallbacks too (CSS Custom Properties Level 1, section 3). */
function readVars(
  tokens: Tokens,
  used: string,
  { from, to }: Span,
  at: (offset: number) => Place,
  properties: Map<string, CustomProperty>,
): void {
  for (let i = from; i < to; i++) {
    if (tokens.type(i) !== tokenTypes.Function || tokens.name(i).toLowerCase() !== 'var') continue
    const name = tokens.past(i + 1)
    if (tokens.type(name) !== tokenTypes.Ident) continue
    const property = touch(properties, tokens.name(name), () => at(tokens.start(i)))
    const comma = tokens.past(name + 1)
    const fallback =
      tokens.type(comma) === tokenTypes.Comma
        ? tokens.slice({ from: comma + 1, to: tokens.closing(i, to) })
        : ''
    if (fallback && !property.fallbacks.includes(fallback)) property.fallbacks.push(fallback)
    if (!property.usedBy.includes(used)) property.usedBy.push(used)
  }
}

function readCustomState(name: string, place: () => Place, states: Map<string, State>): void {
  if (name)
    add(states, {
      kind: 'state',
      name,
      place: place(),
      known: 'declared',
      disagreements: [],
      by: 'custom',
      selector: `:state(${name})`,
    })
}

/**
 * `:host([tone="warn"])`: an attribute on the host that styles tell apart; `bracket` is where its `[` stands.
 */
function readHostAttribute(
  tokens: Tokens,
  bracket: number,
  place: () => Place,
  states: Map<string, State>,
): void {
  const at = tokens.past(bracket + 1)
  if (tokens.type(at) !== tokenTypes.Ident) return
  const name = tokens.name(at)
  let i = tokens.past(at + 1)
  while (tokens.type(i) === tokenTypes.Delim) i = tokens.past(i + 1)
  const valued = tokens.type(i) === tokenTypes.String || tokens.type(i) === tokenTypes.Ident
  const value = valued ? tokens.value(i) : undefined
  add(states, {
    kind: 'state',
    name: value === undefined ? name : `${name}=${value}`,
    place: place(),
    known: 'inferred',
    disagreements: [],
    by: globalAttributes.has(name) ? 'browser' : 'attribute',
    selector: `:host(${value === undefined ? `[${name}]` : `[${name}="${value}"]`})`,
  })
}
