// How large a component is that is shown at its own size.

/** Room for a component that takes what it is given and brings no size of its own, in CSS pixels. */
const givenWidth = 320
const givenHeight = 96
/** What a component is shown in that lays itself over the window: a dialog, a drawer, a toast. */
const windowSize = { width: 640, height: 400 }
/** Elements that are looked at; a component with more is measured by those. */
const most = 400

interface Box {
  left: number
  top: number
  right: number
  bottom: number
}
const everywhere: Box = { left: 0, top: 0, right: 4000, bottom: 4000 }
const joined = (a: Box, b: Box): Box => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})
const isEmpty = (box: Box): boolean => box.right - box.left < 1 || box.bottom - box.top < 1
const shared = (a: Box, b: Box): Box => ({
  left: Math.max(a.left, b.left),
  top: Math.max(a.top, b.top),
  right: Math.min(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
})

export interface Size {
  width: number
  height: number
}

/**
 * What holds all that is seen of what stands in a place, in CSS pixels of the window, however it is laid out:
 * an inline host, what floats out of it; or that it lies over the window.
 */
function seenIn(place: Element): Box | 'over the window' | undefined {
  const found: { all: Box | undefined; isOver: boolean } = { all: undefined, isOver: false }
  let looked = 0
  const visit = (element: Element, clip: Box): void => {
    if (++looked > most || found.isOver) return
    const style = getComputedStyle(element)
    if (style.display === 'none' || style.opacity === '0') return
    const box = shared(element.getBoundingClientRect(), clip)
    if (style.visibility === 'visible' && !isEmpty(box)) {
      if (liesOverWindow(element, style)) found.isOver = true
      found.all = found.all ? joined(found.all, box) : box
    }
    const inner = style.overflowX !== 'visible' && style.display !== 'contents' ? box : clip
    for (const child of element.shadowRoot?.children ?? []) visit(child, inner)
    for (const child of element.children) if (!element.shadowRoot || child.assignedSlot) visit(child, inner)
  }
  for (const child of place.children) visit(child, everywhere)
  return found.isOver ? 'over the window' : found.all
}

/**
 * How large a component is that stands in a place: with `fit` what a window must be that shows it from its
 * corner on, else its own size.
 */
export function extentOf(place: Element, fit: boolean): Size {
  const seen = seenIn(place)
  if (seen === 'over the window') return fit ? windowSize : { width: innerWidth, height: innerHeight }
  if (!seen) return { width: 0, height: 0 }
  const from = fit ? { left: 0, top: 0 } : seen
  return { width: Math.ceil(seen.right - from.left), height: Math.ceil(seen.bottom - from.top) }
}

/** Whether an element is laid out by the window: fixed, or in the top layer. */
const liesOverWindow = (element: Element, style: CSSStyleDeclaration): boolean =>
  style.position === 'fixed' || element.matches(':modal') || element.matches(':popover-open')

/**
 * Gives a component that brings no size of its own some room: first a width, then a height. Returns whether
 * anything was given.
 */
export function giveRoom(parent: HTMLElement, { width, height }: Size): boolean {
  if (width < 2 && parent.style.inlineSize !== `${givenWidth}px`) {
    parent.style.inlineSize = `${givenWidth}px`
    return true
  }
  if (height < 2 && parent.style.blockSize !== `${givenHeight}px`) {
    parent.style.inlineSize = `${givenWidth}px`
    parent.style.blockSize = `${givenHeight}px`
    return true
  }
  return false
}

export function takeRoomBack(parent: HTMLElement): void {
  parent.style.inlineSize = 'auto'
  parent.style.blockSize = ''
}
