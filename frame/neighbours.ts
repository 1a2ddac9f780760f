import type { Changed, RuleOut } from '../core/isolation/bleed'
import { classesIn } from '../core/style/selector-classes'
import { looks } from './computed'
import { reaches, rulesIn, type PageRule } from './page-sheets'
import { titleOf } from './title'

// What a component changes in a page: elements that a page may have, of which nothing is drawn, are looked at
// with its sheets and without them.

/** What stands in most pages, each as it stands there. */
const usual = [
  'h1',
  'h2',
  'h3',
  'h4 small',
  'p a',
  'p strong',
  'p em',
  'p code',
  'pre',
  'blockquote p',
  'ul li',
  'ol li',
  'dl dt',
  'dl dd',
  'table caption',
  'table thead tr th',
  'table tbody tr td',
  'figure img',
  'figure figcaption',
  'hr',
  'header nav a',
  'main section',
  'article',
  'aside',
  'footer',
  'form fieldset legend',
  'form label',
  'form input',
  'form select option',
  'form textarea',
  'form button',
  'details summary',
  'div span',
  'svg path',
  'video',
  'iframe',
]
const svg = 'http://www.w3.org/2000/svg'
const make = (name: string): Element =>
  name === 'svg' || name === 'path' ? document.createElementNS(svg, name) : document.createElement(name)

/** An element of a page, and how it is told. */
interface Neighbour {
  element: Element
  at: string
  isNamed: boolean
}

function usualNeighbours(place: Element): Neighbour[] {
  const found: Neighbour[] = []
  for (const path of usual) {
    let within = place
    for (const name of path.split(' ')) {
      const element = make(name)
      if (name === 'a') element.setAttribute('href', '#here')
      within.append(element)
      within = element
      found.push({ element, at: name, isNamed: false })
    }
  }
  return found
}

/**
 * Rules in order, those that may reach an element found by its classes: sheets of libraries have thousands. A
 * list of selectors may ask for a class in one of them only, and so may what stands in brackets: those may
 * reach anything.
 */
class RulesByClass {
  private readonly named = new Map<string, number[]>()
  private readonly unnamed: number[] = []

  constructor(private readonly rules: readonly PageRule[]) {
    rules.forEach(({ selector }, i) => {
      const names = /[,(]/.test(selector) ? [] : classesIn(selector)
      if (!names.length) this.unnamed.push(i)
      for (const name of names) {
        const numbers = this.named.get(name)
        if (numbers) numbers.push(i)
        else this.named.set(name, [i])
      }
    })
  }

  for(element: Element): PageRule[] {
    const numbers = new Set(this.unnamed)
    for (const name of element.classList) for (const i of this.named.get(name) ?? []) numbers.add(i)
    return [...numbers].sort((a, b) => a - b).map((i) => this.rules[i]!)
  }
}

const typeName = /^[a-z][\w-]*/i
const mostNamed = 300

/** Elements of a page that happen to have the classes of one of these rules, and are nothing else to it. */
function namedNeighbours(place: Element, rules: readonly PageRule[]): Neighbour[] {
  const found = new Map<string, Neighbour>()
  for (const { selector } of rules) {
    const classes = classesIn(selector)
    if (!classes.length || found.size >= mostNamed) continue
    const element = make(typeName.exec(selector)?.[0] ?? 'div')
    element.classList.add(...classes)
    const at = titleOf(element)
    if (!found.has(at) && reaches(element, selector)) {
      place.append(element)
      found.set(at, { element, at, isNamed: true })
    }
  }
  return [...found.values()]
}
/** A value of a page that is otherwise, by one rule. */
interface Change extends Changed {
  at: string
  isNamed: boolean
  selector: string
}

/** What the page's own are like otherwise since a component is there, by the rules that have it so. */
export function changesOut(brought: readonly CSSStyleSheet[]): {
  out: RuleOut[]
  rules: number
  left: number
} {
  const sheets = brought.filter(({ disabled }) => !disabled)
  const rules = sheets.flatMap((sheet) => rulesIn(sheet))
  const place = document.createElement('div')
  place.style.setProperty('display', 'none', 'important')
  const neighbours = [...usualNeighbours(place), ...namedNeighbours(place, rules)]
  document.body.append(place)
  try {
    for (const sheet of sheets) sheet.disabled = true
    const before = neighbours.map(({ element }) => valuesOf(element))
    for (const sheet of sheets) sheet.disabled = false
    const byClass = new RulesByClass(rules)
    const changes = neighbours.flatMap((neighbour, i) => changesOf(neighbour, before[i]!, byClass))
    return { ...byRule([...rootChanges(rules), ...changes]), rules: rules.length }
  } finally {
    for (const sheet of sheets) sheet.disabled = false
    place.remove()
  }
}

const most = { rules: 200, elements: 60, values: 60 }
function byRule(changes: readonly Change[]): { out: RuleOut[]; left: number } {
  const found = new Map<string, RuleOut>()
  for (const { selector, at, isNamed, ...changed } of changes) {
    let rule = found.get(selector)
    if (!rule) found.set(selector, (rule = { selector, isNamed, elements: [], values: [] }))
    // what reaches plain elements too is no rule of names alone
    rule.isNamed &&= isNamed
    if (!rule.elements.includes(at) && rule.elements.length < most.elements) rule.elements.push(at)
    const isKnown = rule.values.some(({ property }) => property === changed.property)
    if (!isKnown && rule.values.length < most.values) rule.values.push(changed)
  }
  return { out: [...found.values()].slice(0, most.rules), left: Math.max(0, found.size - most.rules) }
}

const valuesOf = (element: Element): string[] => {
  const style = getComputedStyle(element)
  return looks.map((name) => style.getPropertyValue(name))
}

/**
 * By the rule that says so last; what is only inherited from another neighbour, which is told, is left out.
 */
function changesOf(
  { element, at, isNamed }: Neighbour,
  before: readonly string[],
  rules: RulesByClass,
): Change[] {
  const now = valuesOf(element)
  if (now.every((value, i) => value === before[i])) return []
  const reaching = rules.for(element).filter(({ selector }) => reaches(element, selector))
  return looks.flatMap((property, i) => {
    const by = now[i] === before[i] ? undefined : reaching.findLast(({ style }) => says(style, property))
    return by
      ? [{ at, isNamed, property, ...fromTo(before[i]!, now[i]!), selector: by.selector.slice(0, 500) }]
      : []
  })
}
const says = (style: CSSStyleDeclaration, property: string): boolean =>
  style.getPropertyValue(property) !== ''
const fromTo = (from: string, to: string) => ({ from: from.slice(0, 500), to: to.slice(0, 500) })

/** What rules say of the page as a whole, custom properties aside: those are for it to hand down. */
function rootChanges(rules: readonly PageRule[]): Change[] {
  return [document.documentElement, document.body].flatMap((element) =>
    rules
      .filter(({ selector }) => reaches(element, selector))
      .flatMap(({ selector, style }) =>
        [...style]
          .filter((property) => !property.startsWith('--'))
          .map((property) => ({
            at: element.localName,
            isNamed: false,
            property,
            ...fromTo('', style.getPropertyValue(property)),
            selector: selector.slice(0, 500),
          })),
      ),
  )
}
