import { heldAttribute } from '../core/style/held'
import { answers } from './held'
import { adopt, adoptedIn, setText } from './native'
import { keepAsIs, rootsIn } from './sheets'

// The browser's own look of states that elements are held in. Its own sheet cannot be made to apply to an
// element that is not in the state, so what it says is said again in a layer below all others, where
// whatever an author says is stronger. What it draws itself instead of saying it in CSS cannot be held.

/** The layer that comes before all others, and so is weaker than they are (CSS Cascade Level 5, 6.4.4). */
const layer = 'kept-own-look'
const lookAttribute = 'data-kept-look'
const sheet = new CSSStyleSheet()
keepAsIs(sheet)
export const ownLookSheet = sheet

const held = (state: string, element: string): string => `:where(${element}[${heldAttribute}~="${state}"])`
const pressed = ':is(button, input:is([type=button], [type=submit], [type=reset]))'
/** What browsers say of focus, of links and of what is pressed (HTML, 15.3.1, 15.5.1 and 15.5.12). */
const said = [
  `${held('focus-visible', `[${lookAttribute}]`)} { outline: auto 1px Highlight; outline: auto 1px -webkit-focus-ring-color; }`,
  `${held('focus-visible', 'a[href]')} { outline-offset: 1px; }`,
  `${held('visited', 'a[href]')} { color: VisitedText; }`,
  `${held('active', 'a[href]')} { color: ActiveText; }`,
  `${held('active', `${pressed}:enabled`)} { border-style: inset; }`,
].join(' ')

const controls = 'button, input, select, textarea, optgroup, option, fieldset'
/** What can have the focus, by script too, has the look of it. */
const focusable = `${answers}, [tabindex], [contenteditable]`

/** Where elements stand that are only there to be asked how the browser shows them. */
let asked: ShadowRoot | undefined
function placeToAsk(): ShadowRoot {
  if (asked?.host.isConnected) return asked
  const host = document.createElement('div')
  host.setAttribute('data-kept-asked', '')
  host.style.cssText = 'all: initial; display: none'
  document.documentElement.append(host)
  return (asked = host.attachShadow({ mode: 'closed' }))
}

const stylesKnown = new Map<string, Map<string, string>>()
/** What a control of a kind looks like by itself, in one scheme of colours; asked once. */
function styleOf(control: Element, scheme: string, isDisabled: boolean): Map<string, string> {
  const type = control.getAttribute('type')
  const key = [control.localName, type, scheme, isDisabled].join(' ')
  const known = stylesKnown.get(key)
  if (known) return known
  const root = placeToAsk()
  const twin = document.createElement(control.localName)
  if (type) twin.setAttribute('type', type)
  twin.toggleAttribute('disabled', isDisabled)
  ;(root.host as HTMLElement).style.colorScheme = scheme
  root.replaceChildren(twin)
  const style = getComputedStyle(twin)
  const values = new Map([...style].map((name) => [name, style.getPropertyValue(name)]))
  root.replaceChildren()
  stylesKnown.set(key, values)
  return values
}

const disabledLooks = new Map<string, string>()
/** Declarations that the browser has for a disabled control of a kind and not for another of it. */
function disabledLook(control: Element): string {
  const scheme = getComputedStyle(control).colorScheme
  const key = `${control.localName} ${control.getAttribute('type') ?? ''} ${scheme}`
  let look = disabledLooks.get(key)
  if (look === undefined) {
    const before = styleOf(control, scheme, false)
    const after = [...styleOf(control, scheme, true)]
    const [from, to] = [before.get('color'), styleOf(control, scheme, true).get('color')]
    // what has the colour of the text has it by itself
    const isOfText = (name: string, value: string) =>
      name !== 'color' && value.includes(to!) && before.get(name)?.includes(from!)
    look = after
      .filter(([name, value]) => before.get(name) !== value && !isOfText(name, value))
      .filter(([name]) => !/inline|block/.test(name))
      .map(([name, value]) => `${name}: ${value}`)
      .join('; ')
    disabledLooks.set(key, look)
  }
  return look
}

/** States whose look a browser draws for controls that it draws itself (CSS Basic User Interface 4, 7.2). */
const drawn = ['hover', 'active', 'disabled', 'checked', 'indeterminate']
const isDrawnByBrowser = (element: Element): boolean => {
  if (!element.matches('button, input, select, progress, meter')) return false
  const style = getComputedStyle(element)
  if (style.appearance === 'none') return false
  if (element.matches('input:is([type=checkbox], [type=radio], [type=range], [type=color]), progress, meter'))
    return true
  // a ground or a border of an author's own takes away how the browser draws it
  const own = styleOf(element, style.colorScheme, element.matches(':disabled'))
  return ['background-color', 'background-image', 'border-top-style', 'border-top-width'].every(
    (name) => own.get(name) === style.getPropertyValue(name),
  )
}

const hasLayers = (root: Document | ShadowRoot): boolean => {
  const isLayered = (rules: CSSRuleList): boolean =>
    [...rules].some(
      (rule) =>
        rule instanceof CSSLayerBlockRule ||
        rule instanceof CSSLayerStatementRule ||
        (rule instanceof CSSGroupingRule && isLayered(rule.cssRules)),
    )
  return [...root.styleSheets, ...adoptedIn(root)].some((own) => {
    try {
      return own !== sheet && isLayered(own.cssRules)
    } catch {
      return false
    }
  })
}
/** Sheets that name our layer before all others, so that it is the weakest. */
const named = new Set<CSSStyleSheet>()
function nameFirst(root: Document | ShadowRoot): void {
  const [first] = [...root.styleSheets, ...adoptedIn(root)]
  if (!first || first === sheet || named.has(first)) return
  try {
    first.insertRule(`@layer ${layer};`, 0)
    named.add(first)
  } catch {
    // a sheet that nobody may read is not written either
  }
}
function unname(): void {
  for (const first of named) {
    const [rule] = first.cssRules
    if (rule instanceof CSSLayerStatementRule && rule.nameList[0] === layer) first.deleteRule(0)
  }
  named.clear()
}

let looking: Element[] = []
let isShown = false
/**
 * Gives what is held the browser's own look of its states, or takes it away. Answers the states whose look
 * cannot be held, because the browser draws them itself, with the element it draws.
 */
export function showOwnLook(states: readonly string[]): { state: string; element: string }[] {
  // it costs nothing where nothing is held and nothing was
  if (states.length === 0 && !isShown) return []
  isShown = states.length > 0
  for (const element of looking) element.removeAttribute(lookAttribute)
  looking = []
  unname()
  const roots = [...rootsIn()]
  for (const root of roots)
    if (adoptedIn(root).includes(sheet))
      adopt(
        root,
        adoptedIn(root).filter((own) => own !== sheet),
      )
  if (states.length === 0) return []
  const looks = new Map<string, string>()
  const notHeld: { state: string; element: string }[] = []
  for (const root of roots)
    for (const element of root.querySelectorAll(`[${heldAttribute}]`)) {
      const held = element.getAttribute(heldAttribute)!.split(' ')
      const isDisabled = held.includes('disabled') && element.matches(controls)
      const look = isDisabled ? disabledLook(element) : ''
      if (look && !looks.has(look)) looks.set(look, `look-${looks.size}`)
      if (!look && !element.matches(focusable)) continue
      element.setAttribute(lookAttribute, looks.get(look) ?? '')
      looking.push(element)
      if (!isDrawnByBrowser(element)) continue
      for (const state of drawn)
        if (states.includes(state) && held.includes(state))
          notHeld.push({ state, element: element.localName })
    }
  const disabled = [...looks].map(
    ([look, name]) => `:where([${lookAttribute}="${name}"][${heldAttribute}~="disabled"]) { ${look} }`,
  )
  setText(sheet, `@layer ${layer} { ${[said, ...disabled].join(' ')} }`)
  for (const root of roots) {
    if (root !== document && root.querySelector(`[${heldAttribute}]`) === null) continue
    if (hasLayers(root)) nameFirst(root)
    adopt(root, [...adoptedIn(root), sheet])
  }
  return notHeld
}
