// What the frame needs of the browser all the time, taken before any component is loaded: abilities may be
// switched off for components (`abilities.ts`), and components may put something else in their place.

const { apply } = Reflect
const accessor = (of: object) => Object.getOwnPropertyDescriptor(of, 'adoptedStyleSheets')!
const [ofDocument, ofShadow] = [accessor(Document.prototype), accessor(ShadowRoot.prototype)]
const accessorOf = (root: Document | ShadowRoot) => (root === document ? ofDocument : ofShadow)
/** The sheets that a tree has adopted, as a list of our own. */
export const adoptedIn = (root: Document | ShadowRoot): CSSStyleSheet[] => [
  ...(apply(accessorOf(root).get!, root, []) as CSSStyleSheet[]),
]
export const adopt = (root: Document | ShadowRoot, sheets: CSSStyleSheet[]): void => {
  apply(accessorOf(root).set!, root, [sheets])
}

const { replaceSync } = CSSStyleSheet.prototype
/** Gives a sheet of ours another text. */
export const setText = (sheet: CSSStyleSheet, css: string): void => {
  apply(replaceSync, sheet, [css])
}

const { checkVisibility } = Element.prototype
export const isDrawn = (element: Element): boolean => apply(checkVisibility, element, [])

const Channel = MessageChannel
/** Does something in a task of its own, after whatever is under way. */
export function inTask(run: () => void): void {
  const { port1, port2 } = new Channel()
  port1.onmessage = run
  port2.postMessage(0)
}
