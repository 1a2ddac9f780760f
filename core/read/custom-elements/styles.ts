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
  // taken apart in two steps: the sheet into rules and declarations, and of these only those that hold what we look for
  const tree = csstree.parse(text, { positions: true, parseValue: false, parseCustomProperty: false, parseRulePrelude: false, parseAtrulePrelude: false, onParseError: () => undefined })
  /** Part of the sheet taken apart further, or `undefined` where it is written wrong: a browser passes over it too. */
  const inside = (raw: csstree.Raw, context: 'value' | 'selectorList') => {
    const { offset, line, column } = raw.loc!.start
    try {
      return csstree.parse(raw.value, { context, positions: true, offset, line, column, onParseError: () => undefined })
    } catch {
      return undefined
    }
  }
  const placeOf = (node: csstree.CssNode) => () => at(node.loc!.start.line)

  /** Whether a rule is about the host and nothing in it. */
  const hosts: boolean[] = []
  csstree.walk(tree, {
    enter(node: csstree.CssNode) {
      if (node.type === 'Rule') {
        // a group of conditions inside a rule is about what the rule is about
        if (node.prelude.type === 'Raw' && node.prelude.value.trimStart().startsWith('@')) {
          hosts.push(hosts.at(-1) ?? false)
          return
        }
        const list = node.prelude.type === 'Raw' && node.prelude.value.includes(':') ? inside(node.prelude, 'selectorList') : undefined
        if (list) readSelectors(list, placeOf, states)
        hosts.push(list?.type === 'SelectorList' && !list.children.isEmpty && list.children.toArray().every((one) => one.type === 'Selector' && isHost(one)))
      } else if (node.type === 'Declaration' && node.value.type === 'Raw') {
        const { value } = node.value
        if (value.includes('var(')) {
          const parts = inside(node.value, 'value')
          if (parts) csstree.walk(parts, (one) => { if (one.type === 'Function' && one.name === 'var') readVar(text, one, node.property, placeOf(one), properties) })
        }
        if (!node.property.startsWith('--')) return
        if (hosts.at(-1)) touch(properties, node.property, at(node.loc!.start.line)).hostValue ??= value.trim()
        else setInside.add(node.property)
      }
    },
    leave(node: csstree.CssNode) {
      if (node.type === 'Rule') hosts.pop()
    },
  })
  for (const name of setInside) if (!properties.get(name)?.hostValue) properties.delete(name)
  for (const property of properties.values()) property.usedBy = property.usedBy.filter((one) => !properties.has(one))
  return { properties: [...properties.values()], states: [...states.values()] }
}

/** States that selectors tell apart: pseudo-classes, and attributes of the host. */
function readSelectors(list: csstree.CssNode, placeOf: (node: csstree.CssNode) => () => Place, states: Map<string, State>): void {
  let insideHost = 0
  csstree.walk(list, {
    enter(node: csstree.CssNode) {
      if (node.type === 'PseudoClassSelector') {
        if (node.name === 'host') insideHost++
        else readState(node, placeOf(node), states)
      } else if (node.type === 'AttributeSelector' && insideHost > 0) readHostAttribute(node, placeOf(node), states)
    },
    leave(node: csstree.CssNode) {
      if (node.type === 'PseudoClassSelector' && node.name === 'host') insideHost--
    },
  })
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
