import { byItself, isInitial, looks, looksSaidBy } from './computed'
import { adoptedIn } from './native'
import { rootsIn } from './sheets'

// Of what any author says something, in all the page: all else is as the browser has it by itself, which the
// element and its attributes tell already. It need not be asked of every element that is looked at.

/** Pseudo-elements that are there, or look otherwise, by an author's word alone; how selectors name them. */
const pseudoNames = {
  '::before': /:before\b/i,
  '::after': /:after\b/i,
  '::selection': /selection\b/i,
}
type Pseudo = keyof typeof pseudoNames
const allPseudos = Object.keys(pseudoNames) as Pseudo[]

/** Longhands, and pseudo-elements, of which somebody says something. */
export interface Said {
  longhands: readonly string[]
  pseudos: readonly Pseudo[]
}

/** What a declaration of a name says something of, remembered. */
const saidBy = new Map<string, readonly string[]>()

/** Gathers what is said in sheets, styles and animations. */
class Sayings {
  private readonly longhands = new Set<string>()
  private readonly pseudos = new Set<Pseudo>()
  private readonly names = new Set<string>()
  private readonly sheets = new Set<CSSStyleSheet>()

  get said(): Said {
    return {
      longhands: [...this.longhands].sort(),
      pseudos: allPseudos.filter((name) => this.pseudos.has(name)),
    }
  }

  addRoot(root: Document | ShadowRoot): void {
    for (const sheet of [...root.styleSheets, ...adoptedIn(root)]) this.addSheet(sheet)
    for (const element of root.querySelectorAll('[style]'))
      if (element instanceof HTMLElement || element instanceof SVGElement || element instanceof MathMLElement)
        this.addStyle(element.style)
    for (const animation of root.getAnimations()) this.addAnimation(animation)
    // what SVG moves is said in attributes (SVG Animations Level 2)
    if (root.querySelector('animate, set, animateTransform, animateMotion')) this.addAnything()
  }

  private addSheet(sheet: CSSStyleSheet): void {
    if (this.sheets.has(sheet)) return
    this.sheets.add(sheet)
    try {
      this.addRules(sheet.cssRules)
    } catch {
      // nobody may read a sheet of another origin
      this.addAnything()
    }
  }

  private addRules(rules: CSSRuleList): void {
    for (const rule of rules) {
      if (rule instanceof CSSStyleRule) this.addSelector(rule.selectorText)
      if (rule instanceof CSSImportRule && rule.styleSheet) this.addSheet(rule.styleSheet)
      if ('style' in rule) this.addStyle(rule.style as CSSStyleDeclaration)
      if ('cssRules' in rule) this.addRules(rule.cssRules as CSSRuleList)
    }
  }

  private addSelector(selector: string): void {
    if (!selector.includes(':')) return
    for (const pseudo of allPseudos)
      if (!this.pseudos.has(pseudo) && pseudoNames[pseudo].test(selector)) this.pseudos.add(pseudo)
  }

  private addStyle(style: CSSStyleDeclaration): void {
    for (let at = 0; at < style.length; at++) this.addName(style.item(at))
  }

  private addName(name: string): void {
    if (this.names.has(name)) return
    this.names.add(name)
    let longhands = saidBy.get(name)
    if (!longhands) saidBy.set(name, (longhands = looksSaidBy(name)))
    for (const longhand of longhands) this.longhands.add(longhand)
  }

  private addAnimation({ effect }: Animation): void {
    if (!(effect instanceof KeyframeEffect)) return this.addAnything()
    for (const keyframe of effect.getKeyframes()) {
      const { offset: _at, computedOffset: _when, easing: _how, composite: _over, ...values } = keyframe
      const style = Object.assign(document.createElement('div').style, values)
      if (style.length === 0) this.addAnything()
      else this.addStyle(style)
    }
  }

  /** What cannot be read may say anything. */
  private addAnything(): void {
    for (const look of looks) this.addName(look)
    for (const pseudo of allPseudos) this.pseudos.add(pseudo)
  }
}

/** Of what anybody says something just now, in the document and in every shadow tree. */
export function saidNow(): Said {
  const sayings = new Sayings()
  for (const root of rootsIn()) sayings.addRoot(root)
  return sayings.said
}

/**
 * How something looks, as one text. What is as it is initially adds nothing: somebody may say something of it
 * only later.
 */
export function lookOf(computed: CSSStyleDeclaration, { longhands }: Said): string {
  let text = ''
  for (const name of byItself) text += `${computed.getPropertyValue(name)};`
  const { color } = computed
  for (const name of longhands) {
    const value = computed.getPropertyValue(name)
    if (!isInitial(name, value, color)) text += `${name} ${value};`
  }
  return text
}
