import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens } from './sheet'

/**
 * Holding a component in states without doing what leads to them: elements are marked with the states
 * they are held in, and the selectors of the sheets are written so that a pseudo-class is true of a
 * marked element too.
 */

/** The attribute that says in which states an element is held, as a list of words. */
export const heldAttribute = 'data-kept-held'
/**
 * What an element's `part` gets for a state it is held in, because `::part()` takes no attribute beside it
 * (CSS Shadow Parts, section 4.2).
 */
export const heldPart = (state: string): string => `kept-held-${state}`

/**
 * States of the browser that an element can be held in (Selectors Level 4, sections 9 to 13); any other name
 * is one of the component's own, `:state(name)`.
 */
export const holdableStates: ReadonlySet<string> = new Set([
  'hover',
  'active',
  'focus',
  'focus-visible',
  'focus-within',
  'target',
  'visited',
  'disabled',
  'checked',
  'indeterminate',
  'invalid',
  'user-invalid',
  'required',
  'read-only',
  'placeholder-shown',
  'open',
  'popover-open',
])
/** What is no longer true of an element that is held in a state. */
const opposite: Readonly<Record<string, string>> = {
  link: 'visited',
  enabled: 'disabled',
  valid: 'invalid',
  'user-valid': 'user-invalid',
  optional: 'required',
  'read-write': 'read-only',
}

/** Attributes of HTML that say of an element that it is in a state (HTML, 4.16.3). */
const attributeStates: ReadonlyMap<string, string> = new Map([
  ['disabled', 'disabled'],
  ['checked', 'checked'],
  ['required', 'required'],
  ['readonly', 'read-only'],
  ['open', 'open'],
])

/**
 * What holding states marks: on the element itself, on all it stands in, and on hosts whose tree it is in.
 */
export interface Marks {
  own: string[]
  around: string[]
  hosts: string[]
}

/**
 * Hover and active reach outwards (Selectors Level 4, section 9); what is pressed has the focus where it can
 * have it; focus is seen from outside as `focus-within`, and as `focus` on the host of a tree it is in (HTML,
 * 4.16.3).
 */
export function marksFor(states: readonly string[], canFocus = true): Marks {
  const own = new Set(states)
  const around = new Set<string>()
  if (own.has('active')) own.add('hover')
  if (own.has('focus-visible') || (own.has('active') && canFocus)) own.add('focus')
  for (const text of ['hover', 'active']) if (own.has(text)) around.add(text)
  if (own.has('focus')) {
    own.add('focus-within')
    around.add('focus-within')
  }
  return { own: [...own], around: [...around], hosts: own.has('focus') ? ['focus'] : [] }
}

/**
 * A selector list in which each pseudo-class of a held state is true of marked elements too, of the same
 * specificity; `undefined` where none is in it. Behind `::part()` a marked part stands for it.
 */
export function holdSelector(selector: string, states: ReadonlySet<string>): string | undefined {
  if (!/[:[]/.test(selector)) return undefined
  const tokens = new Tokens(selector)
  let written = ''
  let changed = false
  /**
   * The end of the text of a `::part(…)` in `written`, without its bracket, while pseudo-classes of it
   * follow.
   */
  let part: number | undefined
  const marks = (state: string) => `[${heldAttribute}~="${state}"]`
  for (let i = 0; i < tokens.length; i++) {
    const isColon = tokens.type(i) === tokenTypes.Colon
    const next = tokens.type(i + 1)
    if (isColon && next === tokenTypes.Colon) {
      const isPart = tokens.type(i + 2) === tokenTypes.Function && tokens.name(i + 2).toLowerCase() === 'part'
      const end = isPart ? tokens.closing(i + 2, tokens.length) : i + 2
      written += selector.slice(tokens.start(i), tokens.end(end))
      part = isPart ? written.length - 1 : undefined
      i = end
      continue
    }
    const attribute = attributeStates.get(presenceAt(tokens, i))
    if (attribute !== undefined && states.has(attribute)) {
      written += `:is(${selector.slice(tokens.start(i), tokens.end(i + 2))}, ${marks(attribute)})`
      changed = true
      part = undefined
      i += 2
      continue
    }
    const isSimple = isColon && next === tokenTypes.Ident
    const isState = isColon && next === tokenTypes.Function && tokens.name(i + 1).toLowerCase() === 'state'
    if (!isSimple && !isState) {
      part = undefined
      written += tokens.raw(i)
      continue
    }
    const end = isState ? tokens.closing(i + 1, tokens.length) : i + 1
    const state = isState ? tokens.slice({ from: i + 2, to: end }) : tokens.name(i + 1).toLowerCase()
    const text = selector.slice(tokens.start(i), tokens.end(end))
    i = end
    const against = isSimple ? opposite[state] : undefined
    if (against && states.has(against)) {
      // no more specific than it was
      written += `${text}:where(:not(${marks(against)}))`
      changed = true
    } else if (states.has(state) && (isState || holdableStates.has(state))) {
      changed = true
      if (part === undefined) written += `:is(${text}, ${marks(state)})`
      else {
        written = `${written.slice(0, part)} ${heldPart(state)}${written.slice(part)}:is(${text}, :not(${text}))`
        part += heldPart(state).length + 1
      }
    } else written += text
  }
  if (!changed) return undefined
  // a marked part takes the place of the state, so the selector as it was stands beside it
  return /::part\(/i.test(selector) && written.includes('kept-held-') ? `${selector}, ${written}` : written
}

/** The name of the attribute that is asked for at a token, where nothing but that it is there is asked. */
function presenceAt(tokens: Tokens, i: number): string {
  const isPresence =
    tokens.type(i) === tokenTypes.LeftSquareBracket &&
    tokens.type(i + 1) === tokenTypes.Ident &&
    tokens.type(i + 2) === tokenTypes.RightSquareBracket
  return isPresence ? tokens.raw(i + 1).toLowerCase() : ''
}

/** The prelude of a scope (CSS Cascade Level 6, section 2.5.1) that is held as its selectors are. */
export function holdScope(
  scope: { start: string | null; end: string | null },
  states: ReadonlySet<string>,
): string | undefined {
  const hold = (selector: string | null) => (selector === null ? undefined : holdSelector(selector, states))
  const [start, end] = [hold(scope.start), hold(scope.end)]
  if (start === undefined && end === undefined) return undefined
  const said = (text: string | null | undefined, before: string) => (text ? `${before}(${text})` : '')
  return ['@scope', said(start ?? scope.start, ''), said(end ?? scope.end, 'to ')].filter(Boolean).join(' ')
}

/**
 * What a reader prefers, by the media feature that asks for it, and the value that means nothing is preferred
 * (Media Queries Level 5, sections 12 and 13); a scheme of colours there always is.
 */
const features = {
  'prefers-reduced-motion': 'no-preference',
  'prefers-color-scheme': undefined,
  'prefers-contrast': 'no-preference',
  'prefers-reduced-transparency': 'no-preference',
  'forced-colors': 'none',
} as const
/** Preferences of the reader with the value each is to have. */
export interface Preferences {
  'prefers-reduced-motion'?: 'reduce' | 'no-preference'
  'prefers-color-scheme'?: 'light' | 'dark'
  'prefers-contrast'?: 'more' | 'less' | 'no-preference'
  'prefers-reduced-transparency'?: 'reduce' | 'no-preference'
  'forced-colors'?: 'active' | 'none'
}
const feature = new RegExp(`\\(\\s*(${Object.keys(features).join('|')})\\s*(?::\\s*([\\w-]+)\\s*)?\\)`, 'gi')

/**
 * A media query list as it reads when preferences have the given values: what asks for one is always or never
 * so. `undefined` where it asks for none.
 */
export function preferMedia(query: string, preferences: Preferences): string | undefined {
  let isChanged = false
  const written = query.replace(feature, (all, name: string, value: string | undefined) => {
    const key = name.toLowerCase() as keyof Preferences
    const wanted = preferences[key]
    if (wanted === undefined) return all
    isChanged = true
    const isSo = value === undefined ? wanted !== features[key] : value.toLowerCase() === wanted
    // a condition that is always so, and one that never is (Media Queries Level 4, sections 2.5 and 4.1)
    return isSo ? '(min-width: 0)' : '(max-width: -1px)'
  })
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- set by the walk
  return isChanged ? written : undefined
}

/**
 * The value of `color-scheme` when a reader prefers a scheme: of several that are allowed it is that one (CSS
 * Color Adjustment Level 1, section 2). `undefined` where it allows no choice.
 */
export function preferScheme(
  value: string,
  preferred: Preferences['prefers-color-scheme'],
): string | undefined {
  const schemes = value.trim().toLowerCase().split(/\s+/)
  if (preferred === undefined || !schemes.includes('light') || !schemes.includes('dark')) return undefined
  return schemes.includes('only') ? `only ${preferred}` : preferred
}
