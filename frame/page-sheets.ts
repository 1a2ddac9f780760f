import { classesShown, type ForeignPage } from '../core/isolation/bleed'
import { selectorsOf } from '../core/style/specificity'
import { house, themes } from './house'
import { adopt, adoptedIn, setText } from './native'
import { ownLookSheet } from './own-look'
import { providedStyles } from './provide'
import { forced } from './sheets'
import { stage } from './stage'

// The sheets of the document: those a component brought, and one of a foreign page before or after them.

const early = document.createElement('style')
early.setAttribute('data-kept-page', '')
const late = new CSSStyleSheet()
/** Nothing moves while values are looked at. */
export const still = new CSSStyleSheet()
setText(still, '*, *::before, *::after { transition: none !important; animation: none !important; }')

const isOurs = (sheet: CSSStyleSheet): boolean =>
  [house, themes, providedStyles, forced, ownLookSheet, late, still].includes(sheet) ||
  sheet.ownerNode === early

/** Sheets that stand in the document since a component is there. */
export const broughtSheets = (): CSSStyleSheet[] =>
  [...document.styleSheets, ...adoptedIn(document)].filter((sheet) => !isOurs(sheet))

/**
 * What may stand in `@scope` (CSS Cascading and Inheritance Level 6, section 2.5); the rest stays outside of
 * it.
 */
const isScopable = (rule: CSSRule): rule is CSSStyleRule | CSSGroupingRule =>
  rule instanceof CSSStyleRule || rule instanceof CSSGroupingRule

/**
 * All rules of some sheets as one text, those that reach elements in `@scope` of the outermost of a
 * component.
 */
export function scopedText(sheets: readonly CSSStyleSheet[], within: string): string {
  const rules = sheets.filter(({ disabled }) => !disabled).flatMap((sheet) => readableRules(sheet))
  const inside = rules.filter(isScopable).map(scopedRule)
  const outside = rules.filter((rule) => !isScopable(rule)).map(({ cssText }) => cssText)
  return `${outside.join('\n')}\n@scope (${within}) {\n${inside.join('\n')}\n}`
}
function scopedRule(rule: CSSStyleRule | CSSGroupingRule): string {
  const { cssText } = rule
  if (rule instanceof CSSStyleRule)
    return `${selectorsOf(rule.selectorText).map(inScope).join(', ')}${cssText.slice(rule.selectorText.length)}`
  const inside = [...rule.cssRules].filter(isScopable).map(scopedRule)
  return `${cssText.slice(0, cssText.indexOf('{'))}{\n${inside.join('\n')}\n}`
}
/**
 * A selector in a scope is of what stands below its root; one that names the root is not, and says with it
 * that it reaches what stands in the scope, by whatever is around that.
 */
function inScope(selector: string): string {
  const [, of, pseudo] = /^(.*?)((?:::[\w-]+.*)?)$/s.exec(selector)!
  return `:is(${of || '*'}):where(:scope, :scope *)${pseudo}`
}

/**
 * Whether a selector, or any of a list, reaches an element; one that the browser does not know reaches none.
 */
export function reaches(element: Element, selector: string): boolean {
  try {
    return element.matches(selector)
  } catch {
    return false
  }
}
function readableRules(sheet: CSSStyleSheet): CSSRule[] {
  try {
    return [...sheet.cssRules]
  } catch {
    return []
  }
}

/** A rule with its selectors as they reach elements, whatever it is nested in. */
export interface PageRule {
  selector: string
  style: CSSStyleDeclaration
}

/** All style rules of a sheet; of one that nobody may read, none. */
export function rulesIn(holder: CSSStyleSheet | CSSGroupingRule, within = ''): PageRule[] {
  let rules: CSSRuleList
  try {
    rules = holder.cssRules
  } catch {
    return []
  }
  return [...rules].flatMap((rule) => {
    if (rule instanceof CSSImportRule) return rule.styleSheet ? rulesIn(rule.styleSheet) : []
    if (rule instanceof CSSStyleRule) {
      const selector = within ? nestedIn(rule.selectorText, within) : rule.selectorText
      return [{ selector, style: rule.style }, ...rulesIn(rule as unknown as CSSGroupingRule, selector)]
    }
    return rule instanceof CSSGroupingRule ? rulesIn(rule, within) : []
  })
}
/** A nested selector as one that stands alone (CSS Nesting Level 1, section 3). */
const nestedIn = (selector: string, parent: string): string =>
  selector.includes('&') ? selector.replaceAll('&', `:is(${parent})`) : `:is(${parent}) :is(${selector})`

let worn: ForeignPage | null = null
/** Has the document be one of a foreign page, or none again; gives the rules that it has then. */
export function wearPage(page: ForeignPage | null): PageRule[] {
  takeOff()
  worn = page
  if (!page) return []
  if (page.css === null) {
    providedStyles.disabled = true
    return rulesIn(providedStyles)
  }
  const css = page.css.replaceAll(classesShown, classesIn(stage.place))
  if (page.late) {
    setText(late, css)
    adopt(document, [...adoptedIn(document), late])
    return rulesIn(late)
  }
  early.textContent = css
  document.head.prepend(early)
  return early.sheet ? rulesIn(early.sheet) : []
}
/**
 * Every class of what is shown in the tree of the page, as a selector; where it has none, one that reaches
 * nothing.
 */
function classesIn(place: Element): string {
  const names = new Set([...place.querySelectorAll('[class]')].flatMap((element) => [...element.classList]))
  const own = [...names].filter((name) => !name.startsWith('kept-')).slice(0, mostClasses)
  return own.length ? own.map((name) => `.${CSS.escape(name)}`).join(', ') : ':not(*)'
}
const mostClasses = 300
function takeOff(): void {
  if (!worn) return
  providedStyles.disabled = false
  early.remove()
  adopt(
    document,
    adoptedIn(document).filter((sheet) => sheet !== late),
  )
}
