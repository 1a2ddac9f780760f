import { holdSelector, preferMedia, type Preferences } from '../core/style/held'
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

/** By rule: what it said of itself, and what we wrote instead. */
const written = new WeakMap<CSSRule, { was: string; now: string }>()
let preferences: Preferences = {}
let states: ReadonlySet<string> = new Set()
let isWritten = false

const nativeMatch = window.matchMedia.bind(window)
window.matchMedia = (query) => nativeMatch(preferMedia(query, preferences) ?? query)

/**
 * As near to a palette of the reader's own as a sheet can come (CSS Color Adjustment Level 1, section 3.1):
 * rules that ask for it keep what they say.
 */
export const forced = new CSSStyleSheet()
forced.replaceSync(`
  *, ::before, ::after { color: CanvasText !important; background-color: Canvas !important; border-color: CanvasText !important; outline-color: CanvasText !important; text-decoration-color: CanvasText !important; box-shadow: none !important; text-shadow: none !important; }
  a:any-link { color: LinkText !important; } button, input:is([type=button], [type=submit], [type=reset]) { color: ButtonText !important; background-color: ButtonFace !important; border-color: ButtonBorder !important; }
  input, textarea, select { color: FieldText !important; background-color: Field !important; } :disabled { color: GrayText !important; border-color: GrayText !important; }
`)

export function ask(wanted: { states: readonly string[]; preferences: Preferences }): void {
  states = new Set(wanted.states)
  preferences = wanted.preferences
}

/** Writes all sheets as was asked last. It costs nothing where nothing is asked and nothing was. */
export function writeSheets(): void {
  const wanted = states.size > 0 || Object.keys(preferences).length > 0
  if (!wanted && !isWritten) return
  isWritten = wanted
  for (const root of rootsIn()) {
    for (const sheet of [...root.styleSheets, ...adoptedIn(root)])
      if (sheet !== forced) writeRules(sheet.cssRules)
    const adopted = adoptedIn(root)
    const others = adopted.filter((styleSheet) => styleSheet !== forced)
    const isForced = preferences['forced-colors'] === 'active'
    if (isForced || others.length !== adopted.length) adopt(root, isForced ? [...others, forced] : others)
  }
}

function writeRules(rules: CSSRuleList, inForced = false): void {
  for (const rule of rules) {
    let isForced = inForced
    if (rule instanceof CSSStyleRule) {
      write(rule, rule.selectorText, holdSelector, (text) => {
        rule.selectorText = text
      })
      if (inForced)
        for (const name of rule.style)
          rule.style.setProperty(name, rule.style.getPropertyValue(name), 'important')
    } else if (rule instanceof CSSMediaRule) {
      isForced ||=
        preferences['forced-colors'] === 'active' &&
        /forced-colors/.test(written.get(rule)?.was ?? rule.media.mediaText)
      write(
        rule,
        rule.media.mediaText,
        (text) => preferMedia(text, preferences),
        (text) => {
          rule.media.mediaText = text
        },
      )
    }
    if ('cssRules' in rule) writeRules(rule.cssRules as CSSRuleList, isForced)
  }
}

function write(
  rule: CSSStyleRule | CSSMediaRule,
  said: string,
  make: (was: string, states: ReadonlySet<string>) => string | undefined,
  put: (text: string) => void,
): void {
  const known = written.get(rule)
  // what says something else than we wrote was written anew by the component
  const was = known && known.now === said ? known.was : said
  const next = make(was, states)
  if (next === undefined) {
    if (was !== said) put(was)
    written.delete(rule)
    return
  }
  if (known?.was === was && known.now === said && next === lastMade.get(rule)) return
  put(next)
  lastMade.set(rule, next)
  written.set(rule, { was, now: rule instanceof CSSStyleRule ? rule.selectorText : rule.media.mediaText })
}
const lastMade = new WeakMap<CSSRule, string>()

/** A rule's selectors as their author wrote them. */
export const saidBy = (rule: CSSStyleRule): string => {
  const known = written.get(rule)
  return known && known.now === rule.selectorText ? known.was : rule.selectorText
}
