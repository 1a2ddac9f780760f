import { heldAttribute, heldPart, marksFor } from '../core/style/held'
import { isDrawn } from './native'
import { rootOf, rootsIn } from './sheets'

/** What answers to pointer and keys. */
export const answers =
  'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), ' +
  'textarea:not([disabled]), summary, [tabindex]:not([tabindex="-1"])'
let marked: { element: Element; parts: string[] }[] = []

/** The parent in the tree as it is drawn: through slots, and out of shadow trees. */
export const outside = (element: Element): Element | null =>
  element.assignedSlot ??
  element.parentElement ??
  (element.getRootNode() instanceof ShadowRoot ? (element.getRootNode() as ShadowRoot).host : null)

/** The first element, in the tree as it is drawn, for which `is` holds. */
function firstDrawn(from: Element, is: (element: Element) => boolean): Element | undefined {
  if (is(from)) return from
  const children =
    from instanceof HTMLSlotElement && from.assignedElements().length
      ? from.assignedElements()
      : [...(rootOf(from) ?? from).children]
  for (const child of children) {
    const found = firstDrawn(child, is)
    if (found) return found
  }
  return undefined
}

/** Everything of a component that is drawn, in the order it is. */
export function drawnIn(component: Element): Element[] {
  const found: Element[] = []
  firstDrawn(component, (element) => {
    if (isDrawn(element)) found.push(element)
    return false
  })
  return found
}

/** The hosts of all trees that an element is in; what only stands in a slot of theirs is not. */
function hostsOf(element: Element): Set<Element> {
  const hosts = new Set<Element>()
  for (let root = element.getRootNode(); root instanceof ShadowRoot; root = root.host.getRootNode())
    hosts.add(root.host)
  return hosts
}

/** Everything in a component that answers to pointer and keys, in the order it is drawn. */
export function answersIn(component: Element): Element[] {
  const found: Element[] = []
  firstDrawn(component, (element) => {
    if (element.matches(answers) && isDrawn(element)) found.push(element)
    return false
  })
  return found
}

/**
 * The element that is held: a part by its name, or what answers to pointer and keys; where nothing does, the
 * component itself.
 */
export function targetOf(component: Element, on: string): Element | undefined {
  if (on) {
    for (const root of rootsIn(rootOf(component) ?? document))
      for (const element of root.querySelectorAll('[part]')) if (element.part.contains(on)) return element
    return undefined
  }
  return firstDrawn(component, (element) => element.matches(answers) && isDrawn(element)) ?? component
}

/** A component to be held in states; `within` is where their reach outwards ends, if before the page does. */
export interface Held {
  component: Element | undefined
  within?: Element | undefined
  states: readonly string[]
  on: string
  /** Held is whatever in it can be in each state, and not one element. */
  everywhere?: boolean
}

/** Marks what the states of each reach, and takes earlier marks away. */
export function mark(places: readonly Held[]): void {
  for (const { element, parts } of marked) {
    element.removeAttribute(heldAttribute)
    element.part.remove(...parts)
    if (element.part.length === 0) element.removeAttribute('part')
  }
  marked = []
  for (const place of places) markOne(place)
}

function markOne(held: Held): void {
  if (held.everywhere && held.component) return markAll(held.component, held.states)
  const { component, within, states, on } = held
  const target = component && states.length ? targetOf(component, on) : undefined
  if (!target) return
  const { own, around, hosts } = marksFor(states, target.matches(answers))
  put(target, own)
  const hostsOfTarget = hostsOf(target)
  for (let element = outside(target); element && element !== within; element = outside(element)) {
    const reached = [...around, ...(hostsOfTarget.has(element) ? hosts : [])]
    if (reached.length) put(element, reached)
  }
}

/** What a pointer brings about can be of anything that is drawn; other states only of what answers. */
const byPointer = new Set(['hover', 'active'])
function markAll(component: Element, states: readonly string[]): void {
  const { own, around, hosts } = marksFor(states)
  const pointed = own.filter((state) => byPointer.has(state))
  const others = own.filter((state) => !byPointer.has(state))
  const answering = new Set(answersIn(component))
  const [holding, holdingTrees] = [new Set<Element>(), new Set<Element>()]
  for (const element of answering) {
    for (let outer = element === component ? null : outside(element); outer; outer = outside(outer)) {
      holding.add(outer)
      if (outer === component) break
    }
    for (const host of hostsOf(element)) holdingTrees.add(host)
  }
  firstDrawn(component, (element) => {
    const isOther = answering.has(element) || (element === component && answering.size === 0)
    const now = new Set([
      ...pointed,
      ...(isOther ? others : []),
      ...(holding.has(element) ? [...around, ...others.filter((state) => state === 'focus-within')] : []),
      ...(holdingTrees.has(element) ? hosts : []),
    ])
    if (now.size && isDrawn(element)) put(element, [...now])
    return false
  })
}

function put(element: Element, states: readonly string[]): void {
  element.setAttribute(heldAttribute, states.join(' '))
  const parts = element.part.length ? states.map(heldPart) : []
  element.part.add(...parts)
  marked.push({ element, parts })
}
