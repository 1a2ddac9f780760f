import type { Node as Line } from '../core/style/found'
import { namesIn } from './computed'
import { rootOf } from './sheets'

// What a component really rendered, line by line, and the elements of it by their number.

/** The elements that were told of, by their number. */
export const shown = new Map<number, Element>()
export const ids = new WeakMap<Node, number>()
let counted = 0
const idOf = (node: Node): number => {
  let id = ids.get(node)
  if (id === undefined) ids.set(node, (id = ++counted))
  return id
}

const most = 3000
/** Elements of which every computed value is told. */
const mostStyled = 300
const styleOf = (element: Element): Record<string, string> => {
  const style = getComputedStyle(element)
  return Object.fromEntries(namesIn(style).map((name) => [name, style.getPropertyValue(name).slice(0, 2000)]))
}
const unseen = new Set(['style', 'script', 'link', 'template'])
const isDrawn = (element: Element, pseudo: string): boolean =>
  !['none', 'normal'].includes(getComputedStyle(element, pseudo).content)

/** The markup below a place, shadow trees first, line by line. */
// eslint-disable-next-line max-lines-per-function -- one walk over a tree
export function markupIn(place: Element, component: string, styles = false): Line[] {
  shown.clear()
  const lines: Line[] = []
  const visit = (node: Node, depth: number, of: string): void => {
    if (lines.length >= most) return
    if (node instanceof Text) {
      const text = node.data.replace(/\s+/g, ' ').trim()
      if (text)
        lines.push({
          id: idOf(node),
          depth,
          is: 'text',
          name: text.slice(0, 500),
          attributes: [],
          of,
          slot: null,
          pseudo: [],
        })
      return
    }
    if (!(node instanceof Element) || unseen.has(node.localName)) return
    const id = idOf(node)
    shown.set(id, node)
    const attributes = [...node.attributes]
      .filter(({ name }) => !name.startsWith('data-kept-'))
      .slice(0, 100)
      .map(({ name, value }): [string, string] => [
        name.slice(0, 200),
        (name === 'part' ? value.replace(/\s*\bkept-held-\S+/g, '') : value).slice(0, 500),
      ])
    const slot =
      node.parentElement && rootOf(node.parentElement) ? (node.assignedSlot ?? slotFor(node)) : null
    lines.push({
      id,
      depth,
      is: 'element',
      name: node.localName.slice(0, 500),
      attributes,
      of,
      slot: slot ? slot.name : null,
      pseudo: ['::before', '::after'].filter((text) => isDrawn(node, text)),
      ...(styles && shown.size <= mostStyled ? { style: styleOf(node) } : {}),
    })
    const root = rootOf(node)
    if (root) {
      lines.push({
        id: idOf(root),
        depth: depth + 1,
        is: 'tree',
        name: node.localName.slice(0, 500),
        attributes: [],
        of: node.localName,
        slot: null,
        pseudo: [],
      })
      for (const child of root.childNodes) visit(child, depth + 2, node.localName)
    }
    for (const child of node.childNodes) visit(child, depth + 1, of)
  }
  for (const child of place.childNodes) visit(child, 0, component)
  return lines
}
/** `assignedSlot` says nothing of closed trees. */
const slotFor = (node: Element): HTMLSlotElement | null => {
  const root = node.parentElement && rootOf(node.parentElement)
  return (
    [...(root?.querySelectorAll('slot') ?? [])].find((slotElement) =>
      slotElement.assignedNodes().includes(node),
    ) ?? null
  )
}

/**
 * What an element inherits from (CSS Scoping Level 1, section 3.2.3): the slot that shows it, or what it
 * stands in.
 */
export const above = (element: Element): Element | null => {
  const slot =
    element.assignedSlot ?? (element.parentElement && rootOf(element.parentElement) ? slotFor(element) : null)
  if (slot) return slot
  const parent = element.parentNode
  return parent instanceof ShadowRoot ? parent.host : parent instanceof Element ? parent : null
}

const ring = document.createElement('div')
ring.setAttribute('data-kept-ring', '')
/** Draws a line around one element, above everything; around none where it is not there. */
export function ringAround(id: number | null): void {
  const element = id === null ? undefined : shown.get(id)
  if (!element) return ring.remove()
  const { left, top, width, height } = element.getBoundingClientRect()
  ring.style.cssText =
    `position: fixed; left: ${left - 3}px; top: ${top - 3}px; width: ` +
    `${width + 6}px; height: ${height + 6}px; box-sizing: border-box; border: 2px solid ` +
    '#1C6B58; outline: 1px solid #fff; border-radius: 2px; pointer-events: none; z-index: 2147483647;'
  document.documentElement.append(ring)
}
/** The element under a point that {@link markupIn} told of, through shadow trees. */
export function idAt(x: number, y: number): number | undefined {
  let at = document.elementFromPoint(x, y)
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- a point may be outside the page
  for (let root = at && rootOf(at); root; root = at && rootOf(at)) {
    const inner = root.elementFromPoint(x, y)
    if (!inner || inner === at) break
    at = inner
  }
  for (let element: Element | null = at; element; element = above(element)) {
    const id = ids.get(element)
    if (id !== undefined && shown.has(id)) return id
  }
  return undefined
}
