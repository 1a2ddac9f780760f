import type { Filling, Usage } from '../../core/code/usage'
import { setPlaced } from '../placed'
import type { Mounted } from './adapter'

/** Puts a registered element on show. `heard` gets its events and its focus as they come. */
export function mountElement(
  tag: string,
  parent: HTMLElement,
  usage: Usage,
  listen: string[],
  heard: (event: Event) => void,
): Mounted {
  let shown = usage
  const made = build(tag, usage)
  for (const name of listen) made.addEventListener(name, heard)
  made.addEventListener('focusin', heard)
  const outermost = standIn(made, usage)
  parent.replaceChildren(outermost)
  setPlaced(parent, made)
  return {
    update(next) {
      if (!onlySets(shown, next)) return false
      setProps(made, next, shown)
      shown = next
      return true
    },
    end: () => outermost.remove(),
  }
}

/** Puts an element into what it stands in; gives the outermost. */
function standIn(made: HTMLElement, { within = [] }: Usage): HTMLElement {
  return within.reduceRight((inner, { tag, usage, slot }) => {
    const { [slot]: _filled, ...slots } = usage.slots
    const outer = build(tag, { ...usage, slots })
    if (slot) inner.slot = slot
    outer.append(inner)
    return outer
  }, made)
}

/** Whether the second showing only sets props anew; a prop that is no longer set needs a new element. */
const onlySets = (a: Usage, b: Usage): boolean =>
  Object.keys(a.props).every((name) => name in b.props) &&
  JSON.stringify([a.slots, a.attributes, a.within]) === JSON.stringify([b.slots, b.attributes, b.within])

export function build(tag: string, usage: Usage): HTMLElement {
  const made = document.createElement(tag)
  if (made.constructor === HTMLElement) throw new Error(`<${tag}> was not registered by its module`)
  for (const [name, value] of Object.entries(usage.attributes ?? {})) made.setAttribute(name, value)
  for (const [name, value] of Object.entries(usage.styles ?? {})) made.style.setProperty(name, value)
  setProps(made, usage)
  for (const [slot, filling] of Object.entries(usage.slots)) made.append(...fill(slot, filling))
  return made
}

function setProps(target: HTMLElement, usage: Usage, before?: Usage): void {
  for (const [name, value] of Object.entries(usage.props)) {
    if (before && Object.is(before.props[name], value)) continue
    ;(target as unknown as Record<string, unknown>)[name] = value
  }
}

function fill(slot: string, filling: Filling): Node[] {
  if (filling.is === 'component') {
    return Array.from({ length: filling.times ?? 1 }, () => {
      const made = build(filling.tag, filling.usage)
      if (slot) made.slot = slot
      return made
    })
  }
  if (filling.is === 'text') {
    if (!slot) return [document.createTextNode(filling.text)]
    const span = document.createElement('span')
    span.slot = slot
    span.textContent = filling.text
    return [span]
  }
  const template = document.createElement('template')
  template.innerHTML = filling.markup
  const nodes = [...template.content.childNodes]
  if (!slot) return nodes
  return nodes.flatMap((node) => {
    if (node instanceof Element) {
      node.slot = slot
      return [node]
    }
    const isText = node instanceof Text && /[^ \t\n\r\f]/.test(node.data)
    return isText ? fill(slot, { is: 'text', text: node.data }) : []
  })
}
