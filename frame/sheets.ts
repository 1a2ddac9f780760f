import { holdScope, holdSelector, preferMedia, preferScheme, type Preferences } from '../core/style/held'
import { adopt, adoptedIn } from './native'
import { openRoot } from './pristine'

// The style sheets of everything in the frame, shadow trees included, written so that states are held
// and preferences are as asked. What a rule said before is kept, and comes back when nothing is asked.

/** Every shadow tree that was attached, closed ones too. */
const attached = new WeakMap<Element, ShadowRoot>()
const attachShadow = Element.prototype.attachShadow
Element.prototype.attachShadow = function (init) {
  const root = attachShadow.call(this, init)
  attached.set(this, root)
  return root
}
/** What every custom element holds of itself. */
const internals = new WeakMap<Element, ElementInternals>()
const { attachInternals } = HTMLElement.prototype
HTMLElement.prototype.attachInternals = function () {
  const own = attachInternals.call(this)
  internals.set(this, own)
  return own
}
export const internalsOf = (element: Element): ElementInternals | undefined => internals.get(element)

export const rootOf = (element: Element): ShadowRoot | undefined =>
  attached.get(element) ?? openRoot(element) ?? undefined

/** The document and every shadow tree in it. */
export function* rootsIn(from: Document | ShadowRoot = document): Generator<Document | ShadowRoot> {
  yield from
  for (const element of from.querySelectorAll('*')) {
    const root = rootOf(element)
    if (root) yield* rootsIn(root)
  }
}

const asideNow = new Set<CSSStyleSheet>()
/** Takes the looks that components bring off all trees, or puts them on again; what is `kept` stays on. */
export function undress(off: boolean, kept: readonly CSSStyleSheet[]): void {
  if (!off && asideNow.size === 0) return
  for (const root of rootsIn()) {
    for (const sheet of [...root.styleSheets, ...adoptedIn(root)]) {
      if (kept.includes(sheet) || (!off && !asideNow.has(sheet))) continue
      if (off && sheet.disabled) continue
      sheet.disabled = off
      if (off) asideNow.add(sheet)
      else asideNow.delete(sheet)
    }
  }
}

/**
 * By what was written, a rule, a style or a list of media: what it said of itself, what we made of that, and
 * how the browser says it.
 */
const written = new WeakMap<object, { was: string; made: string; now: string }>()
let preferences: Preferences = {}
let states: ReadonlySet<string> = new Set()
let isWritten = false

const nativeMatch = window.matchMedia.bind(window)
window.matchMedia = (query) => nativeMatch(preferMedia(query, preferences) ?? query)

/**
 * The attribute of elements whose author keeps their own colours (CSS Color Adjustment Level 1, section 3.2).
 */
const keepsColours = 'data-kept-adjust'
/**
 * As near to a palette of the reader's own as a sheet can come (CSS Color Adjustment Level 1, section 3.1):
 * rules that ask for it keep what they say.
 */
export const forced = new CSSStyleSheet()
forced.replaceSync(`
  :not([${keepsColours}]),
  :not([${keepsColours}])::before,
  :not([${keepsColours}])::after {
    color: CanvasText !important;
    background-color: Canvas !important;
    border-color: CanvasText !important;
    outline-color: CanvasText !important;
    text-decoration-color: CanvasText !important;
    box-shadow: none !important;
    text-shadow: none !important;
  }
  a:any-link:not([${keepsColours}]) {
    color: LinkText !important;
  }
  :is(button, input:is([type=button], [type=submit], [type=reset])):not([${keepsColours}]) {
    color: ButtonText !important;
    background-color: ButtonFace !important;
    border-color: ButtonBorder !important;
  }
  :is(input, textarea, select):not([${keepsColours}]) {
    color: FieldText !important;
    background-color: Field !important;
  }
  :disabled:not([${keepsColours}]) {
    color: GrayText !important;
    border-color: GrayText !important;
  }
`)
let keeping: Element[] = []
/** Marks the elements that forced colours leave alone, by the value that is computed for each. */
function markKeeping(isForced: boolean): void {
  for (const element of keeping) element.removeAttribute(keepsColours)
  keeping = []
  if (!isForced) return
  for (const root of rootsIn())
    for (const element of root.querySelectorAll('*'))
      if (getComputedStyle(element).getPropertyValue('forced-color-adjust') === 'none') keeping.push(element)
  for (const element of keeping) element.setAttribute(keepsColours, '')
}

export function ask(wanted: { states: readonly string[]; preferences: Preferences }): void {
  states = new Set(wanted.states)
  preferences = wanted.preferences
}

/** Writes all sheets as was asked last. It costs nothing where nothing is asked and nothing was. */
export function writeSheets(): void {
  const wanted = states.size > 0 || Object.keys(preferences).length > 0
  if (!wanted && !isWritten) return
  isWritten = wanted
  const isForced = preferences['forced-colors'] === 'active'
  for (const root of rootsIn()) {
    for (const sheet of [...root.styleSheets, ...adoptedIn(root)]) if (!ours.has(sheet)) writeSheet(sheet)
    const adopted = adoptedIn(root)
    const others = adopted.filter((styleSheet) => styleSheet !== forced)
    if (isForced || others.length !== adopted.length) adopt(root, isForced ? [...others, forced] : others)
  }
  markKeeping(isForced)
}
/** Sheets that say how states and preferences look, and ask for none. */
const ours = new Set<CSSStyleSheet>([forced])
export const keepAsIs = (sheet: CSSStyleSheet): void => void ours.add(sheet)

function writeSheet(sheet: CSSStyleSheet): void {
  writeMedia(sheet.media)
  let rules: CSSRuleList
  try {
    rules = sheet.cssRules
  } catch {
    // nobody may read a sheet of another origin
    return
  }
  writeRules(sheet, rules)
}

/** The condition of a sheet, of an import, or of a block (CSSOM, 4.2): asked of whoever has one. */
function writeMedia(media: MediaList): void {
  write(
    media,
    media.mediaText,
    (text) => preferMedia(text, preferences),
    (text) => {
      media.mediaText = text
      return media.mediaText
    },
  )
}

interface Holder {
  insertRule(text: string, index: number): number
  deleteRule(index: number): void
}

function writeRules(holder: Holder, rules: CSSRuleList, inForced = false): void {
  for (let i = 0; i < rules.length; i++) {
    const rule = rules[i]!
    let isForced = inForced
    if (rule instanceof CSSStyleRule) writeStyleRule(rule, inForced)
    else if (rule instanceof CSSImportRule) {
      writeMedia(rule.media)
      if (rule.styleSheet) writeSheet(rule.styleSheet)
    } else if (rule instanceof CSSMediaRule) {
      isForced ||=
        preferences['forced-colors'] === 'active' &&
        /forced-colors/.test(written.get(rule.media)?.was ?? rule.media.mediaText)
      writeMedia(rule.media)
    } else if (
      typeof CSSScopeRule !== 'undefined' &&
      rule instanceof CSSScopeRule &&
      writeScope(holder, rule, i)
    ) {
      // another rule stands in its place now
      i--
      continue
    }
    if ('cssRules' in rule) writeRules(rule as unknown as Holder, rule.cssRules as CSSRuleList, isForced)
  }
}

function writeStyleRule(rule: CSSStyleRule, inForced: boolean): void {
  const { style } = rule
  write(
    rule,
    rule.selectorText,
    (text) => holdSelector(text, states),
    (text) => {
      rule.selectorText = text
      return rule.selectorText
    },
  )
  if (inForced) for (const name of style) style.setProperty(name, style.getPropertyValue(name), 'important')
  write(
    style,
    style.getPropertyValue('color-scheme'),
    (text) => preferScheme(text, preferences['prefers-color-scheme']),
    (text) => {
      style.setProperty('color-scheme', text, style.getPropertyPriority('color-scheme'))
      return style.getPropertyValue('color-scheme')
    },
  )
}

/** Of a rule of a scope that stands in the place of another: what that said, and the prelude of this one. */
const scopes = new WeakMap<CSSRule, { was: AuthoredScope; prelude: string }>()
interface AuthoredScope {
  prelude: string
  start: string | null
  end: string | null
  /** What its author wrote in it, before any rule there was held. */
  block: string
}
function authored(rule: CSSScopeRule): AuthoredScope {
  const text = rule.cssText
  const at = text.indexOf('{')
  return { prelude: text.slice(0, at).trim(), start: rule.start, end: rule.end, block: text.slice(at) }
}

/** The prelude of a scope cannot be written: another rule takes its place. Says whether one did. */
function writeScope(holder: Holder, rule: CSSScopeRule, index: number): boolean {
  const known = scopes.get(rule)
  const held = holdScope(known?.was ?? rule, states)
  if (held === undefined && !known) return false
  const was = known?.was ?? authored(rule)
  const prelude = held ?? was.prelude
  if (prelude === (known?.prelude ?? was.prelude)) return false
  try {
    holder.insertRule(`${prelude} ${was.block}`, index + 1)
  } catch {
    return false
  }
  holder.deleteRule(index)
  const next = (holder as unknown as { cssRules: CSSRuleList }).cssRules[index]!
  if (held !== undefined) scopes.set(next, { was, prelude })
  return true
}

/** Writes something anew that can be written; `put` answers how it reads afterwards. */
function write(
  holder: object,
  said: string,
  make: (was: string) => string | undefined,
  put: (text: string) => string,
): void {
  const known = written.get(holder)
  // what says something else than we wrote was written anew by the component
  const was = known && known.now === said ? known.was : said
  const next = make(was)
  if (next === undefined) {
    if (was !== said) put(was)
    written.delete(holder)
    return
  }
  if (known?.was === was && known.now === said && known.made === next) return
  written.set(holder, { was, made: next, now: put(next) })
}

/** A rule's selectors as their author wrote them. */
export const saidBy = (rule: CSSStyleRule): string => {
  const known = written.get(rule)
  return known && known.now === rule.selectorText ? known.was : rule.selectorText
}
