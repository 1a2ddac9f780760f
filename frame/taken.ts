import { attributeOf, attributesIn, elementName, nodesIn, partsOf, treeOf } from './pristine'
import { isDrawn } from './native'
import { Print } from './print'
import { lookOf, type Said } from './said'
import { internalsOf, rootOf } from './sheets'

// What is taken down of elements when they are looked at.

/** Names that are made up anew for each element say nothing about it, but where they were given. */
const madeUp = /^(?:id|name|data-v-.*|data-kept-.*)$/
/** Attributes that name other elements (WAI-ARIA 1.3, 6; HTML): what counts is which those are. */
const naming =
  /^(?:for|form|list|headers|popovertarget|commandfor|aria-(?:labelledby|describedby|controls|owns|activedescendant|details|errormessage|flowto))$/
/** Names by which sheets ask for an element. */
const forSheets = /^(?:class|data-(?!v-|kept-).*)$/
/** Attributes of a component's own element that say more than the prop that is reflected in them. */
const ofHost = /^(?:role|tabindex|title|inert|hidden|dir|lang|aria-.*)$/
/**
 * Of pseudo-elements that stand for something of an element's own, what can be dressed (CSS Pseudo-Elements
 * 4).
 */
const innerPseudos: {
  name: string
  of: (element: Element, display: string) => boolean
  properties: string[]
}[] = [
  {
    name: '::placeholder',
    of: (element) => element.matches('input[placeholder], textarea[placeholder]'),
    properties: ['color', 'opacity', 'font-style', 'font-weight', 'font-size', 'font-family', 'text-align'],
  },
  {
    name: '::marker',
    of: (_element, display) => display.includes('list-item'),
    properties: ['color', 'content', 'font-size', 'font-weight', 'font-family'],
  },
  {
    name: '::file-selector-button',
    of: (element) => element.matches('input[type=file]'),
    properties: ['color', 'background-color', 'border-top-color', 'padding-left', 'font-size'],
  },
]
/** `transparent`, as it is computed (CSS Color 4, 15). */
const nothing = 'rgba(0, 0, 0, 0)'
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

/** What is taken down of the elements of a place, in the order of the tree. */
export class Taken {
  readonly tree = new Print()
  /** The tree without classes and marks: what is left says how it looks together with the styles. */
  readonly plain = new Print()
  readonly style = new Print()
  readonly told = new Print()
  readonly drawn = new Print()
  readonly parts = new Set<string>()
  readonly slots = new Set<string>()
  readonly states = new Set<string>()

  /**
   * `given` are texts that were given to the component: a name that is one of them is not made up. `said` is
   * of what anybody says something, `sets` are the custom properties that we put on it.
   */
  constructor(
    private readonly given: ReadonlySet<string>,
    private readonly said: Said,
    private readonly sets: ReadonlySet<string> = new Set(),
  ) {}

  visit(element: Element, isHost: boolean): void {
    this.add(`<${elementName(element)}`)
    this.takeAttributes(element, isHost)
    this.takeValue(element)
    this.takeInternals(element)
    if (element instanceof HTMLCanvasElement) this.drawn.add(pictureOf(element))
    this.takeParts(element)
    if (element instanceof HTMLSlotElement && treeOf(element) !== document)
      this.slots.add(attributeOf(element, 'name') ?? '')
    this.takeStyle(element)
    const root = rootOf(element)
    if (root) this.visitAll(nodesIn(root), false)
    // what stands in an element with a tree of its own is seen where a slot of that tree shows it
    this.visitAll(nodesIn(element), root !== undefined)
    this.add('>')
  }

  private add(text: string): void {
    this.tree.add(text)
    this.plain.add(text)
  }

  private visitAll(nodes: NodeListOf<ChildNode>, isSlotted: boolean): void {
    for (const child of nodes) {
      if (!(child instanceof Element || child instanceof Text)) continue
      if (isSlotted && !isShownBySlot(child)) continue
      if (child instanceof Text) this.add(child.data.trim())
      else if (!['style', 'script', 'link', 'template'].includes(elementName(child))) this.visit(child, false)
    }
  }

  private takeAttributes(element: Element, isHost: boolean): void {
    for (const { name, value } of [...attributesIn(element)].sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (name === 'style') this.takeCustomProperties(element, isHost)
      if (name === 'style' || (isHost && (!ofHost.test(name) || value === ''))) continue
      if (naming.test(name)) this.add(` ${name}=${this.namedBy(element, value)}`)
      else if (forSheets.test(name)) this.tree.add(` ${name}=${value}`)
      else if (!madeUp.test(name) || this.given.has(value)) this.add(` ${name}=${value}`)
    }
  }

  /** Custom properties that a component sets on what it renders: what reads them may be the page's. */
  private takeCustomProperties(element: Element, isHost: boolean): void {
    if (isHost || !(element instanceof HTMLElement)) return
    for (const name of element.style)
      if (name.startsWith('--') && !this.sets.has(name))
        this.add(` ${name}: ${element.style.getPropertyValue(name)}`)
  }

  /** The elements that an attribute names, by what they say; or its own text, where that was given. */
  private namedBy(element: Element, value: string): string {
    const tree = treeOf(element)
    return value
      .split(/\s+/)
      .map((id) => {
        const named = tree instanceof Document || tree instanceof ShadowRoot ? tree.getElementById(id) : null
        if (named) return `${elementName(named)} ${named.textContent.trim().slice(0, 100)}`
        return this.given.has(id) ? id : 'nothing'
      })
      .join(',')
  }

  private takeValue(element: Element): void {
    const isField =
      element instanceof HTMLInputElement ||
      element instanceof HTMLTextAreaElement ||
      element instanceof HTMLSelectElement
    if (isField) this.add(` value ${element.value} ${element.validationMessage}`)
    if (element instanceof HTMLInputElement)
      this.add(` ${element.checked ? 'checked' : ''} ${element.indeterminate ? 'mixed' : ''}`)
    if (element instanceof HTMLMediaElement)
      this.add(` plays ${element.muted ? 'silently' : element.volume} ${element.playbackRate}`)
    if (element.scrollTop || element.scrollLeft)
      this.add(` scrolled ${Math.round(element.scrollTop)} ${Math.round(element.scrollLeft)}`)
  }

  /**
   * What stands in no attribute: roles and properties given by itself, and custom states (ARIA in HTML;
   * ElementInternals, HTML section 4.13.7).
   */
  private takeInternals(element: Element): void {
    const internals = internalsOf(element)
    if (!internals) return
    for (const name of toldNames)
      if (internals[name] !== null) this.told.add(`${name}=${String(internals[name])} `)
    for (const state of internals.states) this.states.add(state.replace(/^--/, ''))
  }

  private takeParts(element: Element): void {
    for (const name of partsOf(element)) this.parts.add(name)
    for (const pair of (attributeOf(element, 'exportparts') ?? '').split(',')) {
      const [inner, outer = inner] = pair.split(':').map((piece) => piece.trim())
      if (inner && outer && rootOf(element)?.querySelector(`[part~="${CSS.escape(inner)}"]`))
        this.parts.add(outer)
    }
  }

  private takeStyle(element: Element): void {
    const { pseudos } = this.said
    const own = getComputedStyle(element)
    // a custom property that is set is no look: what reads it is
    this.style.add(lookOf(own, this.said))
    for (const pseudo of ['::before', '::after'] as const) {
      const computed = pseudos.includes(pseudo) ? getComputedStyle(element, pseudo) : undefined
      if (computed && computed.content !== 'none')
        this.style.add(`${pseudo} ${computed.content};${lookOf(computed, this.said)}`)
    }
    if (pseudos.includes('::selection'))
      this.takeSelection(own.color, getComputedStyle(element, '::selection'))
    for (const { name, of, properties } of innerPseudos) {
      if (!of(element, own.display)) continue
      const computed = getComputedStyle(element, name)
      for (const property of properties) this.style.add(`${name}${computed.getPropertyValue(property)}`)
    }
  }

  /** What is chosen of its text, where that is not as it is by itself. */
  private takeSelection(ownColor: string, { color, backgroundColor }: CSSStyleDeclaration): void {
    if (color !== ownColor) this.style.add(`::selection color ${color};`)
    if (backgroundColor !== nothing) this.style.add(`::selection background ${backgroundColor};`)
  }
}

/** Whether a slot of the tree around it shows a node, and is drawn itself. */
export function isShownBySlot(node: Element | Text): boolean {
  const slot = node.assignedSlot ?? slotOfClosedTree(node)
  if (!slot) return false
  if (node instanceof Element) return isDrawn(node)
  return isDrawn(slot.parentElement ?? slot)
}
/** Slots of closed trees are told to nobody; the frame keeps every tree open for itself. */
function slotOfClosedTree(node: Element | Text): HTMLSlotElement | undefined {
  const host = node.parentElement
  const root = host && rootOf(host)
  if (!root) return undefined
  return [...root.querySelectorAll('slot')].find((slot) => slot.assignedNodes().includes(node))
}
