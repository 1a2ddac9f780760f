import * as csstree from 'css-tree'
import type { Place } from '../../contract/member'
import type { CustomProperty } from '../../contract/custom-property'
import type { State } from '../../contract/state'

export interface StyleFacts { properties: CustomProperty[]; states: State[] }

/** Pseudo-classes that tell a state of an element (Selectors 4, sections 9 to 12), as far as components use them. */
const browserStates = new Set([
  'hover', 'active', 'focus', 'focus-visible', 'focus-within', 'disabled', 'enabled', 'checked', 'indeterminate', 'invalid', 'valid',
  'user-invalid', 'user-valid', 'required', 'optional', 'read-only', 'placeholder-shown', 'open', 'popover-open', 'target', 'visited', 'empty',
])

/**
 * What one style sheet reads and tells apart: custom properties with their fallbacks, and states.
 * `at` gives the place in the library of a line of the sheet (counted from 1).
 */
export function readStyles(text: string, at: (line: number) => Place): StyleFacts {
  const properties = new Map<string, CustomProperty>()
  const setInside = new Set<string>()
  const states = new Map<string, State>()
  const tree = csstree.parse(text, { positions: true, parseCustomProperty: true, onParseError: () => undefined })

  let host = false
  csstree.walk(tree, {
    enter(this: csstree.WalkContext, node: csstree.CssNode) {
      const place = at(node.loc?.start.line ?? 1)
      if (node.type === 'Rule') {
        const selectors = node.prelude.type === 'SelectorList' ? node.prelude.children.toArray() : []
        host = selectors.length > 0 && selectors.every((one) => one.type === 'Selector' && isHost(one))
      }
      if (node.type === 'Declaration' && node.property.startsWith('--')) {
        if (host) touch(properties, node.property, place).hostValue ??= csstree.generate(node.value)
        else setInside.add(node.property)
      }
      if (node.type === 'PseudoClassSelector') readState(node, place, states)
      if (node.type === 'Function' && node.name === 'var') {
        const [name, , ...rest] = node.children.toArray()
        if (name?.type !== 'Identifier') return
        const property = touch(properties, name.name, place)
        const fallback = rest.map((one) => csstree.generate(one)).join('').trim()
        if (fallback && !property.fallbacks.includes(fallback)) property.fallbacks.push(fallback)
        const used = this.declaration?.property
        if (used && !property.usedBy.includes(used)) property.usedBy.push(used)
      }
    },
  })
  for (const name of setInside) if (!properties.get(name)?.hostValue) properties.delete(name)
  for (const property of properties.values()) property.usedBy = property.usedBy.filter((one) => !properties.has(one))
  readHostAttributes(tree, at, states)
  return { properties: [...properties.values()], states: [...states.values()] }
}

const isHost = (selector: csstree.Selector): boolean => {
  const [first, ...rest] = selector.children.toArray()
  return first?.type === 'PseudoClassSelector' && first.name === 'host' && !rest.some((one) => one.type === 'Combinator')
}

const touch = (properties: Map<string, CustomProperty>, name: string, place: Place): CustomProperty => {
  const known = properties.get(name)
  if (known) return known
  const property: CustomProperty = { kind: 'custom-property', name, place, known: 'declared', disagreements: [], fallbacks: [], usedBy: [] }
  properties.set(name, property)
  return property
}

/** Attributes any HTML element has (HTML standard, section 3.2.6); on a host they are the browser's. */
const globalAttributes = new Set(['hidden', 'dir', 'lang', 'inert', 'popover', 'tabindex', 'contenteditable', 'draggable', 'class', 'id', 'style', 'title'])

const add = (states: Map<string, State>, state: State): void => {
  if (!states.has(state.name)) states.set(state.name, state)
}

function readState(node: csstree.PseudoClassSelector, place: Place, states: Map<string, State>): void {
  if (node.name === 'state' && node.children) {
    const name = csstree.generate({ type: 'Selector', children: node.children } as csstree.Selector).trim()
    add(states, { kind: 'state', name, place, known: 'declared', disagreements: [], by: 'custom', selector: `:state(${name})` })
  } else if (browserStates.has(node.name)) {
    add(states, { kind: 'state', name: node.name, place, known: 'inferred', disagreements: [], by: 'browser', selector: `:${node.name}` })
  }
}

/** `:host([tone="warn"])`: attributes on the host that styles tell apart. */
function readHostAttributes(tree: csstree.CssNode, at: (line: number) => Place, states: Map<string, State>): void {
  csstree.walk(tree, (node) => {
    if (node.type !== 'PseudoClassSelector' || node.name !== 'host' || !node.children) return
    csstree.walk({ type: 'SelectorList', children: node.children } as csstree.SelectorList, (inner) => {
      if (inner.type !== 'AttributeSelector') return
      const value = inner.value && (inner.value.type === 'String' ? inner.value.value : inner.value.name)
      const name = value === null || value === undefined ? inner.name.name : `${inner.name.name}=${value}`
      const selector = value === null || value === undefined ? `[${inner.name.name}]` : `[${inner.name.name}="${value}"]`
      add(states, { kind: 'state', name, place: at(node.loc?.start.line ?? 1), known: 'inferred', disagreements: [], by: globalAttributes.has(inner.name.name) ? 'browser' : 'attribute', selector: `:host(${selector})` })
    })
  })
}
