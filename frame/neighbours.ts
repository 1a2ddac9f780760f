import type { ChangeOut } from '../core/isolation/bleed'
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

/** Classes that a selector names; one that is written in a string costs nothing. */
const classNames = /\.((?:[\w-]|[^\0-\x7f]|\\[^\n])+)/g
const typeName = /^[a-z][\w-]*/i
const mostNamed = 300

/** Elements of a page that happen to have the classes of one of these rules, and are nothing else to it. */
function namedNeighbours(place: Element, rules: readonly PageRule[]): Neighbour[] {
  const found = new Map<string, Neighbour>()
  for (const { selector } of rules) {
    const classes = [...selector.matchAll(classNames)].map(([, name]) => unescaped(name!))
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
const unescaped = (name: string): string =>
  name.replace(/\\(?:([0-9a-f]{1,6})\s?|([^\n]))/gi, (_whole, code: string | undefined, char: string) =>
    code === undefined ? char : String.fromCodePoint(parseInt(code, 16)),
  )

const most = 500
/** What the page's own are like otherwise since a component is there, by the rules that have it so. */
export function changesOut(brought: readonly CSSStyleSheet[]): {
  changes: ChangeOut[]
  rules: number
  left: number
} {
  const sheets = brought.filter(({ disabled }) => !disabled)
  const rules = sheets.flatMap((sheet) => rulesIn(sheet))
  const place = document.createElement('div')
  place.style.setProperty('display', 'none', 'important')
  const neighbours = [...usualNeighbours(place), ...namedNeighbours(place, rules)]
  document.body.append(place)
  const changes = [...rootChanges(rules)]
  try {
    for (const sheet of sheets) sheet.disabled = true
    const before = neighbours.map(({ element }) => valuesOf(element))
    for (const sheet of sheets) sheet.disabled = false
    neighbours.forEach((neighbour, i) => changes.push(...changesOf(neighbour, before[i]!, rules)))
  } finally {
    for (const sheet of sheets) sheet.disabled = false
    place.remove()
  }
  return { changes: changes.slice(0, most), rules: rules.length, left: Math.max(0, changes.length - most) }
}

const valuesOf = (element: Element): string[] => {
  const style = getComputedStyle(element)
  return looks.map((name) => style.getPropertyValue(name))
}

/** By the rule that says so last; what is only inherited from another neighbour, which is told, is left out. */
function changesOf(
  { element, at, isNamed }: Neighbour,
  before: readonly string[],
  rules: readonly PageRule[],
): ChangeOut[] {
  const reaching = rules.filter(({ selector }) => reaches(element, selector))
  if (!reaching.length) return []
  const now = valuesOf(element)
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
function rootChanges(rules: readonly PageRule[]): ChangeOut[] {
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
