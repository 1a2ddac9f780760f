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

/**
 * What holding a state marks: on the element itself, and on all it stands in. Hover and active reach outwards
 * (Selectors Level 4, section 9), focus is seen from outside as `focus-within`.
 */
export function marksFor(states: readonly string[]): { own: string[]; around: string[] } {
  const own = new Set(states)
  const around = new Set<string>()
  if (own.has('focus-visible')) own.add('focus')
  if (own.has('active')) own.add('hover')
  for (const text of ['hover', 'active']) if (own.has(text)) around.add(text)
  if (own.has('focus')) {
    own.add('focus-within')
    around.add('focus-within')
  }
  return { own: [...own], around: [...around] }
}

/**
 * A selector list in which each pseudo-class of a held state is true of marked elements too, of the same
 * specificity; `undefined` where none is in it. Behind `::part()` a marked part stands for it.
 */
export function holdSelector(selector: string, states: ReadonlySet<string>): string | undefined {
  if (!selector.includes(':')) return undefined
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

/** Names of preferences of the reader that a media condition may ask for, with the value each is to have. */
export interface Preferences {
  'prefers-reduced-motion'?: 'reduce' | 'no-preference'
  'forced-colors'?: 'active' | 'none'
}

/**
 * A media query list as it reads when preferences have the given values: what asks for one is always or never
 * so. `undefined` where it asks for none.
 */
export function preferMedia(query: string, preferences: Preferences): string | undefined {
  let changed = false
  const written = query.replace(
    /\(\s*(prefers-reduced-motion|forced-colors)\s*(?::\s*([\w-]+)\s*)?\)/gi,
    (all, feature: string, value: string | undefined) => {
      const wanted = preferences[feature.toLowerCase() as keyof Preferences]
      if (wanted === undefined) return all
      changed = true
      const none = wanted === 'no-preference' || wanted === 'none'
      // a condition that is always so, and one that never is (Media Queries Level 4, sections 2.5 and 4.1)
      return (value === undefined ? !none : value.toLowerCase() === wanted)
        ? '(min-width: 0)'
        : '(max-width: -1px)'
    },
  )
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- set by the walk
  return changed ? written : undefined
}
