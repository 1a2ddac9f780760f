import type { Case, Observation } from '../core/evidence/observation'
import type { Mounted } from './adapters/adapter'
import { attributeOf, attributesIn, elementName, nodesIn, partsOf, pristine, treeOf } from './pristine'
import { internalsOf, rootOf } from './sheets'
import { componentIn } from './placed'

// What can be told of a component that stands there, as fingerprints.

/**
 * FNV-1a, 32 bits, twice with different beginnings: texts that differ have different fingerprints, but for
 * one in many millions.
 */
class Print {
  private a = 0x811c9dc5
  private b = 0x1b873593
  add(text: string): void {
    for (let i = 0; i < text.length; i++) {
      this.a = Math.imul(this.a ^ text.charCodeAt(i), 0x01000193)
      this.b = Math.imul(this.b ^ text.charCodeAt(i), 0x85ebca6b) + i
    }
  }
  toString(): string {
    return `${(this.a >>> 0).toString(36)}${(this.b >>> 0).toString(36)}`
  }
}
export const printOf = (value: unknown): string => {
  const print = new Print()
  try {
    print.add(
      typeof value === 'function'
        ? 'function'
        : value instanceof Node
          ? value.nodeName
          : // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there is no JSON of a function
            (JSON.stringify(value) ?? 'undefined'),
    )
  } catch {
    print.add('cannot be written')
  }
  return print.toString()
}

/** Names that are made up anew for each element say nothing about it. */
const madeUp =
  /^(?:id|for|name|aria-(?:labelledby|describedby|controls|owns|activedescendant|details|errormessage)|data-v-.*|data-kept-.*)$/
const ofHost = /^(?:role|tabindex|aria-.*)$/

const toldNames = [
  'role',
  ...Object.keys(Object.getOwnPropertyDescriptors(ElementInternals.prototype)).filter(
    (name) => /^aria[A-Z]/.test(name) && !name.endsWith('Elements') && !name.endsWith('Element'),
  ),
] as (keyof ElementInternals)[]
function pictureOf(element: HTMLCanvasElement): string {
  try {
    return element.toDataURL()
  } catch {
    return 'of another origin'
  }
}

export interface Place {
  item: Case
  form: HTMLFormElement
  /** Where the component stands, in what is provided around it. */ parent: HTMLElement
  mounted: Mounted | undefined
  failed: string | undefined
  fired: Set<string>
  answered: Set<string>
  answers: [string, unknown][]
  focused: string[]
}

const unsure =
  'it puts something else in the place of what the browser is made of, so that nothing can be told of it'

const untold = (place: Place): Observation => ({
  id: place.item.id,
  failed: unsure,
  tree: '',
  style: '',
  values: {},
  parts: [],
  slots: [],
  fired: [],
  answered: [],
})

/**
 * What is seen of some places: what is rendered, then what the components answer when their values are read.
 */
export function look(places: readonly Place[], reads: readonly string[]): Observation[] {
  const seen = pristine(() => places.map(rendered))
  if (!seen) return places.map(untold)
  const read = places.map((place, at) => (seen.value[at]!.isElement ? valuesIn(place, reads) : []))
  const told = pristine(() =>
    seen.value.map(({ observation }, at) => {
      for (const [name, value] of read[at]!) observation.values[name] = printOf(value)
      for (const [name, value] of places[at]!.answers)
        observation.values[` answered ${name}`.slice(0, 300)] = printOf(value)
      return observation
    }),
  )
  return told?.value ?? places.map(untold)
}

function valuesIn({ parent }: Place, reads: readonly string[]): [string, unknown][] {
  const component = componentIn(parent) as unknown as Record<string, unknown>
  const read: [string, unknown][] = []
  for (const name of reads) {
    try {
      read.push([name.slice(0, 300), component[name]])
    } catch {
      /* one that cannot be read says nothing */
    }
  }
  return read
}

function rendered({ item: trialCase, form, parent, failed, fired, answered, focused }: Place): {
  observation: Observation
  isElement: boolean
} {
  const tree = new Print()
  const style = new Print()
  const parts = new Set<string>()
  const slots = new Set<string>()
  const told = new Print()
  const drawn = new Print()
  const component = componentIn(parent)
  const isElement = component !== undefined && elementName(component).includes('-')
  const visit = (element: Element, host: boolean) => {
    tree.add(`<${elementName(element)}`)
    for (const { name, value } of [...attributesIn(element)].sort((a, b) => (a.name < b.name ? -1 : 1)))
      if (!madeUp.test(name) && (!host || ofHost.test(name)) && name !== 'style')
        tree.add(` ${name}=${value}`)
    if (
      element instanceof HTMLInputElement ||
      element instanceof HTMLTextAreaElement ||
      element instanceof HTMLSelectElement
    )
      tree.add(` value ${element.value}`)
    const internals = internalsOf(element)
    // what stands in no attribute: roles and properties given by itself (ARIA in HTML; ElementInternals, HTML
    // section 4.13.7)
    if (internals)
      for (const name of toldNames)
        if (internals[name] !== null) told.add(`${name}=${String(internals[name])} `)
    if (element instanceof HTMLCanvasElement) drawn.add(pictureOf(element))
    for (const name of partsOf(element)) parts.add(name)
    for (const pair of (attributeOf(element, 'exportparts') ?? '').split(',')) {
      const [inner, outer = inner] = pair.split(':').map((piece) => piece.trim())
      if (inner && outer && rootOf(element)?.querySelector(`[part~="${CSS.escape(inner)}"]`)) parts.add(outer)
    }
    if (element instanceof HTMLSlotElement && treeOf(element) !== document)
      slots.add(attributeOf(element, 'name') ?? '')
    for (const pseudo of [undefined, '::before', '::after']) {
      const computed = getComputedStyle(element, pseudo)
      if (pseudo && computed.content === 'none') continue
      for (const name of computed)
        if (name !== 'caret-color') style.add(`${name}${computed.getPropertyValue(name)}`)
    }
    const root = rootOf(element)
    for (const child of [...(root ? nodesIn(root) : []), ...nodesIn(element)]) {
      if (child instanceof Element) {
        if (!['style', 'script', 'link', 'template'].includes(elementName(child))) visit(child, false)
      } else if (child instanceof Text) tree.add(child.data.trim())
    }
    tree.add('>')
  }
  for (const child of parent.children) visit(child, isElement && child === component)
  const values: Record<string, string> = {}
  values[' sent'] = printOf(
    [...new FormData(form)].map(([name, value]) => [name, typeof value === 'string' ? value : value.name]),
  )
  values[' valid'] = String(form.matches(':valid'))
  values[' told'] = String(told)
  values[' drawn'] = String(drawn)
  if (focused.length) values[' focused'] = printOf(focused)
  const observation = {
    id: trialCase.id,
    ...(failed ? { failed: failed.slice(0, 300) } : {}),
    tree: String(tree),
    style: String(style),
    values,
    parts: [...parts].slice(0, 500),
    slots: [...slots].slice(0, 500),
    fired: [...fired].slice(0, 500),
    answered: [...answered],
  }
  return { observation, isElement }
}
