import type { Bleed, ChangeIn, ForeignPage, InPage, Scoped } from '../core/isolation/bleed'
import { physical } from '../core/style/cascade'
import { selectorsOf } from '../core/style/specificity'
import { looks } from './computed'
import { inheritance } from './inherits'
import { above } from './markup'
import { adopt, adoptedIn, setText } from './native'
import { changesOut } from './neighbours'
import { broughtSheets, reaches, scopedText, still, wearPage, type PageRule } from './page-sheets'
import { elementName, nodesIn, treeOf } from './pristine'
import { rootOf, rootsIn } from './sheets'
import { titleOf } from './title'

// What a page and a component do to one another, by computed values: a page of each kind is worn, and what of
// the component is otherwise then is told, by how the page gets at it.

function rest(isStill: boolean): void {
  for (const root of rootsIn()) {
    const others = adoptedIn(root).filter((sheet) => sheet !== still)
    adopt(root, isStill ? [...others, still] : others)
  }
}

/** An element of what is shown, or a pseudo-element of one. */
interface Subject {
  element: Element
  pseudo: '' | '::before' | '::after'
  at: string
  isHost: boolean
  isInPage: boolean
}
const mostSubjects = 500
const unseen = ['style', 'script', 'link', 'template', 'noscript']

/**
 * What is below a place; what the page itself writes into an element with a tree of its own is the page's.
 */
function subjectsIn(place: Element): { subjects: Subject[]; left: number } {
  const found: Subject[] = []
  let left = 0
  const visit = (node: Node, hosts: string, isHost: boolean): void => {
    if (!(node instanceof Element) || unseen.includes(elementName(node))) return
    if (found.length >= mostSubjects) return void left++
    const at = `${hosts} ${titleOf(node)}`.trim().slice(-300)
    const isInPage = treeOf(node) === document
    found.push({ element: node, pseudo: '', at, isHost, isInPage })
    for (const pseudo of ['::before', '::after'] as const)
      if (!['none', 'normal'].includes(getComputedStyle(node, pseudo).content))
        found.push({ element: node, pseudo, at: `${at}${pseudo}`, isHost, isInPage })
    const root = rootOf(node)
    if (root) for (const child of nodesIn(root)) visit(child, at, false)
    if (!root || !isHost) for (const child of nodesIn(node)) visit(child, hosts, false)
  }
  for (const child of nodesIn(place)) visit(child, '', true)
  return { subjects: found, left }
}

/** Tells all that a component and the page do to one another, in each of some foreign pages. */
export function takeBleed(place: Element, pages: readonly ForeignPage[]): Bleed {
  const { subjects, left: past } = subjectsIn(place)
  rest(true)
  try {
    const brought = broughtSheets()
    const out = changesOut(brought)
    const into = pages.map((page) => inPage(subjects, page))
    return {
      tree: treeOfAll(subjects),
      rules: out.rules,
      into: into.map(({ told }) => told),
      out: out.out,
      ...(out.out.length ? scopedOf(subjects, brought) : {}),
      left: past + out.left + into.reduce((sum, { left }) => sum + left, 0),
    }
  } finally {
    rest(false)
  }
}

const scope = new CSSStyleSheet()
/** Longhands but for sizes that only follow from others. */
const said = looks.filter(
  (name) => !/^(?:width|height|top|right|bottom|left|perspective-origin|transform-origin)$/.test(name),
)
/**
 * Has the rules of a component reach only what stands in its own elements, and looks at what that changes.
 */
function scopedOf(subjects: readonly Subject[], brought: readonly CSSStyleSheet[]): { scoped?: Scoped } {
  if (typeof CSSScopeRule === 'undefined') return {}
  const roots = subjects.filter(({ isHost, pseudo }) => isHost && !pseudo).map(({ element }) => element)
  const within = [...new Set(roots.map(titleOf))].join(', ')
  const before = subjects.map((subject) => valuesOf(subject, said))
  const on = brought.filter(({ disabled }) => !disabled)
  setText(scope, scopedText(on, within))
  const adopted = adoptedIn(document)
  try {
    for (const sheet of on) sheet.disabled = true
    adopt(document, [...adopted, scope])
    const { out, left } = changesOut([scope])
    const changes = subjects.flatMap((subject, i) => {
      const now = valuesOf(subject, said)
      return said.flatMap((property, at) => {
        const [from, to] = [before[i]![at]!.slice(0, 500), now[at]!.slice(0, 500)]
        return from === to ? [] : [{ at: subject.at, property, from, to }]
      })
    })
    return { scoped: { within: within.slice(0, 500), out: out.length + left, changes: changes.slice(0, 40) } }
  } finally {
    for (const sheet of on) sheet.disabled = false
    adopt(document, adopted)
  }
}

function treeOfAll(subjects: readonly Subject[]): Bleed['tree'] {
  if (!subjects.length) return 'none'
  return subjects.some(({ element, isHost }) => isHost && rootOf(element)) ? 'shadow' : 'page'
}

/** A rule of the page with the properties that it speaks of, and what it reaches. */
interface Reaching {
  selectors: string[]
  properties: ReadonlySet<string>
}
const writing = { direction: 'ltr', mode: 'horizontal-tb' }
const reachingOf = (rules: readonly PageRule[]): Reaching[] =>
  rules.map(({ selector, style }) => ({
    selectors: selectorsOf(selector),
    properties: new Set(
      [...style].filter((name) => !name.startsWith('--')).map((name) => physical(name, writing)),
    ),
  }))

const mostChanges = 300
function inPage(subjects: readonly Subject[], page: ForeignPage): { told: InPage; left: number } {
  // what a page speaks of is known once it is worn: it is worn once to learn that, and once to be seen
  const rules = reachingOf(wearPage(page))
  wearPage(null)
  const properties = [...new Set(rules.flatMap((rule) => [...rule.properties]))]
  const cutBefore = new Set(cutIn(subjects))
  const before = subjects.map((subject) => valuesOf(subject, properties))
  wearPage(page)
  try {
    const found = new Map<string, ChangeIn>()
    subjects.forEach((subject, i) => {
      const now = valuesOf(subject, properties)
      for (const change of changesOf(subject, properties, before[i]!, now, rules)) note(found, change)
    })
    const cut = cutIn(subjects).filter((subject) => !cutBefore.has(subject))
    const told = {
      name: page.name,
      late: page.late,
      changes: [...found.values()].slice(0, mostChanges),
      cut: [...new Set(cut.map(({ at }) => at))].slice(0, 20),
    }
    return { told, left: Math.max(0, found.size - mostChanges) }
  } finally {
    wearPage(null)
  }
}

/**
 * What comes down is told once, of the first that has it; what a rule does once for elements that are alike.
 */
function note(found: Map<string, ChangeIn>, change: ChangeIn): void {
  const { how, at, property, selector, from, to } = change
  const key = JSON.stringify(how === 'rule' ? [how, at, property, selector, from, to] : [how, property])
  const known = found.get(key)
  if (known) known.count++
  else found.set(key, change)
}

function valuesOf({ element, pseudo }: Subject, properties: readonly string[]): string[] {
  const style = getComputedStyle(element, pseudo || null)
  return properties.map((name) => (isToBeSeen(name, style) ? style.getPropertyValue(name) : ''))
}
/** What colours and draws a line of no width, and what is said of lines that are not there, is not seen. */
function isToBeSeen(name: string, style: CSSStyleDeclaration): boolean {
  const line = /^(border-(?:top|right|bottom|left)|outline|column-rule)-(?:color|style)$/.exec(name)
  if (line) return parseFloat(style.getPropertyValue(`${line[1]}-width`)) > 0
  if (/^text-decoration-(?:color|style|thickness)$/.test(name)) return style.textDecorationLine !== 'none'
  return !name.startsWith('list-style') || style.display.includes('list-item')
}

function changesOf(
  subject: Subject,
  properties: readonly string[],
  before: readonly string[],
  now: readonly string[],
  rules: readonly Reaching[],
): ChangeIn[] {
  const { at, isHost } = subject
  const changed = properties.flatMap((property, i) => {
    const [from, to] = [before[i]!, now[i]!]
    return from === to || !from || !to ? [] : [{ property, from, to }]
  })
  if (!changed.length) return []
  const reaching = rules.flatMap(({ selectors, properties }) => {
    if (!changed.some(({ property }) => properties.has(property))) return []
    const by = reachedBy(subject, selectors)
    return by ? [{ by, properties }] : []
  })
  return changed.map(({ property, from, to }) => {
    const by = reaching.findLast((rule) => rule.properties.has(property))?.by ?? ''
    const how = by ? 'rule' : comesDown(subject, property, to) ? 'down' : 'scaled'
    const told = { from: from.slice(0, 500), to: to.slice(0, 500), selector: by.slice(0, 500) }
    return { how, at, isHost, property, ...told, count: 1 }
  })
}

/**
 * The selectors of a list that reach an element, or a pseudo-element of one: browsers write those with two
 * colons, at the end (CSSOM, 6.7.2).
 */
function reachedBy({ element, pseudo, isInPage }: Subject, selectors: readonly string[]): string {
  if (!isInPage) return ''
  return selectors
    .filter((selector) => {
      if (!selector.endsWith(pseudo)) return false
      return reaches(element, pseudo ? selector.slice(0, -pseudo.length) || '*' : selector)
    })
    .join(', ')
}

function comesDown({ element, pseudo }: Subject, property: string, to: string): boolean {
  if (!inheritance()[property]) return false
  const from = pseudo ? element : above(element)
  return from !== null && getComputedStyle(from).getPropertyValue(property) === to
}

/** Elements that show less than they hold, and do not say so by an ellipsis or by scrolling. */
function cutIn(subjects: readonly Subject[]): Subject[] {
  return subjects.filter(({ element, pseudo }) => {
    if (pseudo || !(element instanceof HTMLElement)) return false
    const { overflowX, overflowY, textOverflow, webkitLineClamp } = getComputedStyle(element)
    if (textOverflow !== 'clip' || webkitLineClamp !== 'none') return false
    return (
      (hides(overflowX) && element.scrollWidth > element.clientWidth + 1) ||
      (hides(overflowY) && element.scrollHeight > element.clientHeight + 1)
    )
  })
}
const hides = (overflow: string): boolean => overflow === 'hidden' || overflow === 'clip'
