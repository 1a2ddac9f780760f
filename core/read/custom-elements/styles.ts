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
  const tree = csstree.parse(text, { positions: true, parseCustomProperty: true, parseAtrulePrelude: false, onParseError: () => undefined })

  let host = false
  let insideHost = 0
  csstree.walk(tree, {
    enter(this: csstree.WalkContext, node: csstree.CssNode) {
      switch (node.type) {
        case 'Rule':
          host = node.prelude.type === 'SelectorList' && !node.prelude.children.isEmpty && node.prelude.children.toArray().every((one) => one.type === 'Selector' && isHost(one))
          return
        case 'Declaration':
          if (!node.property.startsWith('--')) return
          if (host) touch(properties, node.property, at(node.loc!.start.line)).hostValue ??= text.slice(node.value.loc!.start.offset, node.value.loc!.end.offset).trim()
          else setInside.add(node.property)
          return
        case 'PseudoClassSelector':
          if (node.name === 'host') insideHost++
          else readState(node, () => at(node.loc!.start.line), states)
          return
        case 'AttributeSelector':
          if (insideHost > 0) readHostAttribute(node, () => at(node.loc!.start.line), states)
          return
        case 'Function':
          if (node.name === 'var') readVar(text, node, this.declaration?.property, () => at(node.loc!.start.line), properties)
      }
    },
    leave(node: csstree.CssNode) {
      if (node.type === 'PseudoClassSelector' && node.name === 'host') insideHost--
    },
  })
  for (const name of setInside) if (!properties.get(name)?.hostValue) properties.delete(name)
  for (const property of properties.values()) property.usedBy = property.usedBy.filter((one) => !properties.has(one))
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

function readVar(text: string, node: csstree.FunctionNode, used: string | undefined, place: () => Place, properties: Map<string, CustomProperty>): void {
  const [name, , ...rest] = node.children.toArray()
  if (name?.type !== 'Identifier') return
  const property = properties.get(name.name) ?? touch(properties, name.name, place())
  const fallback = rest.length ? text.slice(rest[0]!.loc!.start.offset, rest.at(-1)!.loc!.end.offset).trim() : ''
  if (fallback && !property.fallbacks.includes(fallback)) property.fallbacks.push(fallback)
  if (used && !property.usedBy.includes(used)) property.usedBy.push(used)
}

function readState(node: csstree.PseudoClassSelector, place: () => Place, states: Map<string, State>): void {
  if (node.name === 'state' && node.children) {
    const name = csstree.generate({ type: 'Selector', children: node.children } as csstree.Selector).trim()
    add(states, { kind: 'state', name, place: place(), known: 'declared', disagreements: [], by: 'custom', selector: `:state(${name})` })
  } else if (browserStates.has(node.name)) {
    add(states, { kind: 'state', name: node.name, place: place(), known: 'inferred', disagreements: [], by: 'browser', selector: `:${node.name}` })
  }
}

/** `:host([tone="warn"])`: an attribute on the host that styles tell apart. */
function readHostAttribute(node: csstree.AttributeSelector, place: () => Place, states: Map<string, State>): void {
  const value = node.value && (node.value.type === 'String' ? node.value.value : node.value.name)
  const bare = value === null || value === undefined
  const { name } = node.name
  add(states, {
    kind: 'state', name: bare ? name : `${name}=${value}`, place: place(), known: 'inferred', disagreements: [],
    by: globalAttributes.has(name) ? 'browser' : 'attribute', selector: `:host(${bare ? `[${name}]` : `[${name}="${value}"]`})`,
  })
}
