import { find, hastToReact, html, svg } from 'property-information'
import parseStyle from 'style-to-object'
import { isElement } from '../../languages/languages'
import { membersOf, type Contract } from '../../contract/contract'
import { anyFunction } from '../html'
import type { Filling, Usage } from '../usage'
import { type Dialect, type Element } from './markup'
import { literal, stringLiteral } from './script'
import {
  callsOf,
  componentOr,
  propOfAttribute,
  elementContent,
  fillingIn,
  imports,
  inItsPlace,
  print,
  setProps,
  type CodeInput,
  type SetProp,
} from './shared'

const svgSpace = 'http://www.w3.org/2000/svg'
/** Elements that React makes a state of its own of: what they hold is not what they show. */
const controlled = new Set(['select', 'textarea', 'option'])
/** Attributes that React takes as where it begins, so that a person can change them. */
const beginnings: Readonly<Record<string, string>> = { value: 'defaultValue', checked: 'defaultChecked' }

/** A name with a text; what a JSX string cannot hold is an expression. */
const attributeOf = (name: string, value: string): string =>
  /["\n\r\t\\{}&]/.test(value) ? `${name}={${stringLiteral(value)}}` : `${name}="${value}"`
const isJsxName = (name: string): boolean => /^[A-Za-z_$][\w$.-]*$/.test(name)
/** A prop under any name. */
const named = (name: string, value: unknown): string => {
  if (!isJsxName(name)) return `{...{ ${stringLiteral(name)}: ${literal(value)} }}`
  return typeof value === 'string' ? attributeOf(name, value) : `${name}={${literal(value)}}`
}

/** Declarations of a style attribute by their names; `undefined` where React could not set one. */
function declarationsOf(text: string): Record<string, string> | undefined {
  try {
    const declarations = parseStyle(text) ?? {}
    return Object.values(declarations).some((value) => /!\s*important/i.test(value))
      ? undefined
      : declarations
  } catch {
    return undefined
  }
}
const styleName = (name: string): string =>
  name.startsWith('--')
    ? name
    : name
        .toLowerCase()
        .replace(/^-ms-/, 'ms-')
        .replace(/-([a-z])/g, (_all, letter: string) => letter.toUpperCase())

/** An attribute of HTML or SVG under the name that React knows it by. */
function plainAttribute(name: string, value: string, { tagName, namespaceURI }: Element): string {
  if (name === 'style') {
    const declarations = Object.entries(declarationsOf(value) ?? {})
    return `style={${literal(Object.fromEntries(declarations.map(([key, text]) => [styleName(key), text])))}}`
  }
  const info = find(namespaceURI === svgSpace ? svg : html, name)
  const known = info.space ? (hastToReact[info.property] ?? info.property) : info.attribute
  const reactName = tagName === 'input' ? (beginnings[name] ?? known) : known
  return info.boolean || (info.overloadedBoolean && value === '') ? reactName : attributeOf(reactName, value)
}

/** An attribute of a component that stands in markup, as a prop. */
function componentAttribute(own: Contract | undefined, name: string, text: string): string {
  const given = propOfAttribute(own, name, text)
  return given.value === true ? given.name : named(given.name, given.value)
}

const makeDialect = (input: CodeInput): Dialect => ({
  plain: (text) => (/[{}<>&]/.test(text) ? undefined : text),
  expression: (text) => `{${stringLiteral(text)}}`,
  space: ' ',
  attribute: (name, value, element) =>
    element.tagName.includes('-') && name !== 'slot' && name !== 'style'
      ? componentAttribute(input.contractOf(element.tagName), name, value)
      : plainAttribute(name, value, element),
  canWrite: ({ tagName, attrs }) =>
    !controlled.has(tagName) &&
    attrs.every(
      ({ name, value }) =>
        !/^on|^(?:ref|key|children)$/.test(name) && (name !== 'style' || declarationsOf(value) !== undefined),
    ),
  raw: (markup, slot) =>
    `<span ${slot ? `${attributeOf('slot', slot)} ` : ''}style={{ display: 'contents' }} ` +
    `dangerouslySetInnerHTML={{ __html: ${stringLiteral(markup)} }} />`,
})

/** Code for React 19, as JSX. */
export function reactCode(input: CodeInput): string {
  const called = callsOf(input)
  const head = [...(called ? [`import { useEffect, useRef } from 'react'`] : []), ...imports(input)]
  const before = called
    ? [
        `const ${called.name} = useRef(null)`,
        'useEffect(() => {',
        ...called.calls.map((call) => `  ${called.name}.current.${call}`),
        '}, [])',
      ]
    : []
  return (
    `${head.join('\n')}\n\nexport function Example() {\n` +
    `${before.map((line) => `  ${line}\n`).join('')}  return (\n    ` +
    `${reactComponent(input, input.contract, input.usage, '    ', '', called?.name)}\n  )\n}`
  )
}

const reactComponent = (
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  indent: string,
  slot: string,
  heldAs?: string,
): string =>
  isElement(contract)
    ? reactElement(input, contract, usage, indent, slot, heldAs)
    : reactOwn(input, contract, usage, indent, heldAs)

const absent = (text: string): string => `{/* ${text} */}`

/** Names that React keeps for itself: such a property is set by hand. */
const ofReact = new Set(['key', 'ref', 'style', 'children', 'dangerouslySetInnerHTML'])

/** Also functions under the name of a handler, which React listens with, and what follows an attribute. */
const isSetByHand = ({ prop, value }: SetProp, usage: Usage): boolean =>
  ofReact.has(prop.name) ||
  (prop.name.startsWith('on') && value === anyFunction) ||
  usage.attributes?.[prop.attribute ?? prop.name] !== undefined

/** A custom element: React sets what the element has a property for, and attributes otherwise. */
function reactElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  indent: string,
  slot: string,
  heldAs?: string,
): string {
  const attributes: string[] = []
  const byHand: string[] = []
  const properties = new Set(membersOf(contract, 'prop').map(({ name }) => name))
  for (const [name, text] of Object.entries(usage.attributes ?? {})) {
    // where there is a property of that name, that is what would be set
    if (properties.has(name))
      byHand.push(`element.setAttribute(${stringLiteral(name)}, ${stringLiteral(text)})`)
    else attributes.push(named(name, text))
  }
  for (const set of setProps(contract, usage)) {
    if (!set.prop.attributeOnly && isSetByHand(set, usage))
      byHand.push(`element.${set.prop.name} = ${literal(set.value)}`)
    else attributes.push(elementProp(set))
  }
  attributes.push(...reactStyles(usage))
  if (byHand.length)
    attributes.unshift(
      `ref={(element) => {\n${indent}    if (element === null) return\n` +
        `${byHand.map((act) => `${indent}    ${act}\n`).join('')}` +
        `${heldAs ? `${indent}    ${heldAs}.current = element\n` : ''}${indent}  }}`,
    )
  else if (heldAs) attributes.unshift(`ref={${heldAs}}`)
  if (slot) attributes.unshift(attributeOf('slot', slot))
  const dialect = makeDialect(input)
  const inside = Object.entries(usage.slots).map(([name, filling]) =>
    filling.is === 'component'
      ? componentOr(
          input,
          filling,
          (own) => reactComponent(input, own, filling.usage, `${indent}  `, name),
          absent,
        )
      : elementContent(dialect, name, filling),
  )
  return print({ open: contract.tag, attributes, inside }, indent, true, 'anywhere')
}

function elementProp({ prop, value }: SetProp): string {
  const name = prop.attributeOnly ? (prop.attribute ?? prop.name) : prop.name
  return value === true ? name : named(name, value)
}

/** A function component: what fills its slots are props, the default one what stands inside. */
function reactOwn(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  indent: string,
  heldAs?: string,
): string {
  const attributes = setProps(contract, usage).map(({ prop, value }) =>
    value === true && isJsxName(prop.name) ? prop.name : named(prop.name, value),
  )
  for (const [name, text] of Object.entries(usage.attributes ?? {})) attributes.push(named(name, text))
  if (heldAs) attributes.unshift(`ref={${heldAs}}`)
  const inside: string[] = []
  for (const [name, filling] of Object.entries(usage.slots)) {
    const content = contentOf(input, filling, `${indent}  `)
    if (name === '') inside.push(content)
    else if (filling.is === 'text') attributes.push(named(name, filling.text))
    else if (isJsxName(name)) attributes.push(`${name}={<>${content}</>}`)
    else attributes.push(`{...{ ${stringLiteral(name)}: <>${content}</> }}`)
  }
  const written = print({ open: contract.tag, attributes, inside }, indent, true, 'anywhere')
  return inItsPlace(usage, reactStyles(usage), written, indent)
}

function contentOf(input: CodeInput, filling: Filling, indent: string): string {
  if (filling.is !== 'component') return fillingIn(makeDialect(input), filling)
  return componentOr(input, filling, (own) => reactComponent(input, own, filling.usage, indent, ''), absent)
}

const reactStyles = (usage: Usage): string[] =>
  Object.keys(usage.styles ?? {}).length ? [`style={${literal(usage.styles)}}`] : []
