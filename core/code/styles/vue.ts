import { isElement } from '../../languages/languages'
import { membersOf, type Contract } from '../../contract/contract'
import { escapeAttribute, escapeText, htmlAttribute } from '../html'
import { slotPropParts } from '../slot-props'
import type { Filling, Usage } from '../usage'
import { expressionOf, handedOver } from './handed'
import { type Dialect } from './markup'
import { literal, stringLiteral } from './script'
import {
  callsOf,
  componentOr,
  elementContent,
  fillingIn,
  imports,
  inItsPlace,
  isBare,
  kebab,
  print,
  setProps,
  setStyles,
  type CodeInput,
  type SetProp,
} from './shared'

/** A component in a template, in what it stands in. */
interface Placed {
  input: CodeInput
  contract: Contract
  usage: Usage
  indent: string
  /** The slot of an element that it goes into. */
  slot?: string
  /** Slot props that are handed over to where it stands. */
  known: ReadonlySet<string>
  heldAs?: string | undefined
}

const nothingHanded: ReadonlySet<string> = new Set()
const interpolation = (expression: string): string => `{{ ${escapeText(expression)} }}`
const bound = (name: string, expression: string): string => `:${name}="${escapeAttribute(expression)}"`

const makeDialect = (known: ReadonlySet<string>): Dialect => ({
  plain: (text) => {
    const parts = slotPropParts(text, known)
    if (parts.some((part) => typeof part === 'string' && part.includes('{{'))) return undefined
    return parts
      .map((part) => (typeof part === 'string' ? escapeText(part) : interpolation(part.path)))
      .join('')
  },
  // the first pair of closing braces would end it, in a string too
  expression: (text) =>
    interpolation((expressionOf(text, known) ?? stringLiteral(text)).replaceAll('}}', '}\\u007d')),
  space: ' ',
  attribute: (name, value) => {
    const expression = expressionOf(value, known)
    return expression ? bound(name, expression) : htmlAttribute(name, value)
  },
  canWrite: ({ tagName, attrs }) =>
    tagName !== 'component' && attrs.every(({ name }) => !/^(?:v-|(?:ref|key|is)$)/.test(name)),
  raw: (markup, slot) => {
    const place = slot ? `slot="${escapeAttribute(slot)}" ` : ''
    const html = expressionOf(markup, known) ?? stringLiteral(markup)
    return `<span ${place}style="display: contents" v-html="${escapeAttribute(html)}"></span>`
  },
})

/** Code for Vue 3, with script setup. */
export function vueCode(input: CodeInput): string {
  const called = callsOf(input)
  const script = [
    ...(called ? [`import { onMounted, useTemplateRef } from 'vue'`] : []),
    ...imports(input),
    ...(called
      ? [
          '',
          `const ${called.name} = useTemplateRef('${called.name}')`,
          'onMounted(() => {',
          ...called.calls.map((call) => `  ${called.name}.value.${call}`),
          '})',
        ]
      : []),
  ].join('\n')
  const { contract, usage } = input
  const placed = { input, contract, usage, indent: '  ', known: nothingHanded, heldAs: called?.name }
  // nothing in a single file may look like the end of its script
  return (
    `<script setup>\n${script.replaceAll('</', '<\\/')}\n</script>\n\n<template>\n  ` +
    `${vueComponent(placed)}\n</template>`
  )
}

const vueComponent = (placed: Placed): string =>
  isElement(placed.contract) ? vueElement(placed) : vueOwn(placed)

/** A custom element: what is no text is set as a property, under the name it has there. */
function vueElement({ input, contract, usage, indent, slot, known, heldAs }: Placed): string {
  const properties = new Set(membersOf(contract, 'prop').map(({ name }) => name))
  const apart = Object.entries(usage.attributes ?? {}).map(([name, text]) => {
    // where there is a property of that name, that is what would be set
    if (properties.has(name)) return bound(`${name}.attr`, stringLiteral(text))
    return htmlAttribute(name, text)
  })
  const props = setProps(contract, usage).map((set) => elementProp(set, usage))
  const attributes = [...apart, ...props, ...setStyles(usage)]
  if (heldAs) attributes.unshift(`ref="${heldAs}"`)
  if (slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const dialect = makeDialect(known)
  const inside = Object.entries(usage.slots).map(([name, filling]) =>
    filling.is === 'component'
      ? componentOr(input, filling, (own) =>
          vueComponent({
            input,
            contract: own,
            usage: filling.usage,
            indent: `${indent}  `,
            slot: name,
            known,
          }),
        )
      : elementContent(dialect, name, filling),
  )
  return print({ open: contract.tag, attributes, inside }, indent, true, 'by elements')
}

function elementProp(set: SetProp, usage: Usage): string {
  const { prop, value } = set
  const { attribute, attributeOnly } = prop
  if (attributeOnly) {
    const name = attribute ?? prop.name
    return value === true ? name : `${name}="${escapeAttribute(String(value))}"`
  }
  // an attribute that is set apart leaves the property to a binding
  const isApart = attribute !== undefined && usage.attributes?.[attribute] !== undefined
  if (attribute !== undefined && !isApart) {
    if (typeof value === 'string' && value !== '') return `${attribute}="${escapeAttribute(value)}"`
    if (isBare(set)) return attribute
    if (attribute === prop.name) return bound(attribute, literal(value))
  }
  return bound(`${prop.name}.prop`, literal(value))
}

/** A component of Vue: its slots are templates of their names. */
function vueOwn({ input, contract, usage, indent, known, heldAs }: Placed): string {
  const attributes = setProps(contract, usage).map((set) => ownProp(set, known))
  for (const [name, text] of Object.entries(usage.attributes ?? {}))
    attributes.push(htmlAttribute(name, text))
  if (heldAs) attributes.unshift(`ref="${heldAs}"`)
  const fillings = Object.entries(usage.slots)
  const inside = fillings.map(([name, filling]) => {
    const handed = handedOver(contract, name, filling)
    const content = slotContent(input, filling, `${indent}    `, new Set([...known, ...handed]))
    const isAlone = name === '' && fillings.length === 1
    if (handed.length === 0 && isAlone) return content
    const scope = handed.length ? `="{ ${handed.join(', ')} }"` : ''
    return `<template #${name || 'default'}${scope}>${content}</template>`
  })
  const written = print({ open: contract.tag, attributes, inside }, indent, true, 'by elements')
  return inItsPlace(usage, setStyles(usage), written, indent)
}

function ownProp(set: SetProp, known: ReadonlySet<string>): string {
  const { prop, value } = set
  const name = kebab(prop.name)
  if (typeof value !== 'string') return isBare(set) ? name : bound(name, literal(value))
  const expression = expressionOf(value, known)
  return expression ? bound(name, expression) : `${name}="${escapeAttribute(value)}"`
}

const slotContent = (
  input: CodeInput,
  filling: Filling,
  indent: string,
  known: ReadonlySet<string>,
): string =>
  filling.is === 'component'
    ? componentOr(input, filling, (own) =>
        vueComponent({ input, contract: own, usage: filling.usage, indent, known }),
      )
    : fillingIn(makeDialect(known), filling)
