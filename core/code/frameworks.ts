import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { membersOf, type Contract } from '../contract/contract'
import { brought } from '../contract/type'
import { anyFunction, escapeAttribute, escapeText, htmlFor, withSlot } from './html'
import { slotPropPath, slotPropsIn } from './slot-props'
import type { Filling, Usage } from './usage'

/** The ways of writing that code is given in. Each component has those it can be used from. */
export type CodeStyle = 'html' | 'vue' | 'react' | 'angular'
export const codeStyles: Record<CodeStyle, string> = {
  html: 'plain HTML',
  vue: 'Vue',
  react: 'React style',
  angular: 'Angular style',
}
export const stylesOf = (contract: Contract): CodeStyle[] =>
  ({
    'custom-element': ['html', 'vue', 'react', 'angular'] as CodeStyle[],
    vue: ['vue'] as CodeStyle[],
    jsx: ['react'] as CodeStyle[],
  })[contract.language]

export interface CodeInput {
  contract: Contract
  usage: Usage
  contractOf(tag: string): Contract | undefined
  /** What a component is imported from, such as `@marram/tern/notice-strip`. */
  importFrom(tag: string): string
}

/** Consumer code for what is on show, whole: it can be put into a file of its own and runs. */
export function codeFor(style: CodeStyle, input: CodeInput): string {
  switch (style) {
    case 'html':
      return htmlFor(input.contract, input.usage, input.contractOf)
    case 'vue':
      return vueCode(input)
    case 'react':
      return reactCode(input)
    case 'angular':
      return angularCode(input)
  }
}

/** One element as code: its attributes, written out, and what stands inside, line by line. */
interface Written {
  open: string
  attributes: string[]
  inside: string[]
}

function print({ open, attributes, inside }: Written, indent: string, selfClosing: boolean): string {
  const flat = [open, ...attributes].join(' ')
  const head =
    flat.length + indent.length <= 72
      ? `<${flat}`
      : `<${open}\n${attributes.map((attribute) => `${indent}  ${attribute}`).join('\n')}\n${indent}`
  if (inside.length === 0)
    return selfClosing
      ? `${head}${head.endsWith(indent) && head.includes('\n') ? '' : ' '}/>`
      : `${head}></${open}>`
  const [only] = inside
  if (inside.length === 1 && !only!.includes('\n') && !head.includes('\n') && head.length + only!.length < 66)
    return `${head}>${only}</${open}>`
  return `${head}>\n${inside.map((text) => `${indent}  ${text}`).join('\n')}\n${indent}</${open}>`
}

/** Every component that a usage shows, itself first. */
function tagsIn(contract: Contract, usage: Usage, found = new Set<string>()): Set<string> {
  found.add(contract.tag)
  for (const filling of Object.values(usage.slots)) {
    if (filling.is !== 'component') continue
    found.add(filling.tag)
    tagsIn({ ...contract, tag: filling.tag }, filling.usage, found)
  }
  return found
}

const imports = ({ contract, usage, contractOf, importFrom }: CodeInput): string[] =>
  [...tagsIn(contract, usage)].map((tag) => {
    const own = contractOf(tag)
    return !own || own.language === 'custom-element'
      ? `import '${importFrom(tag)}'`
      : `import { ${own.tag} } from '${importFrom(tag)}'`
  })

const setProps = (contract: Contract, usage: Usage) =>
  membersOf(contract, 'prop').flatMap((prop) =>
    usage.props[prop.name] === undefined
      ? []
      : [{ prop, value: brought(prop.type, usage.props[prop.name], () => anyFunction) }],
  )

/** What is set as an attribute and not as a property, as text. */
const setAttributes = (usage: Usage): string[] =>
  Object.entries(usage.attributes ?? {}).map(([name, text]) =>
    text === '' ? name : `${name}="${escapeAttribute(text)}"`,
  )

/** A value as JavaScript in an attribute with double quotes: strings in single ones. */
function literal(value: unknown): string {
  if (value === anyFunction) return '() => {}'
  if (value instanceof Date) return `new Date('${value.toISOString()}')`
  if (typeof value === 'string')
    return `'${value.replaceAll('\\', '\\\\').replaceAll("'", "\\'").replaceAll('\n', '\\n')}'`
  if (Array.isArray(value)) return `[${value.map((item) => literal(item)).join(', ')}]`
  if (typeof value === 'object' && value !== null)
    return `{ ${Object.entries(value)
      .map(([key, one]) => `${/^[A-Za-z_$][\w$]*$/.test(key) ? key : `'${key}'`}: ${literal(one)}`)
      .join(', ')} }`
  return JSON.stringify(value)
}
const isMadeByScript = (value: unknown): boolean =>
  value instanceof Date ||
  value === anyFunction ||
  (typeof value === 'object' && value !== null && Object.values(value).some(isMadeByScript))
const kebab = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

// ── Vue ──

function vueCode(input: CodeInput): string {
  const script = imports(input).join('\n')
  return (
    `<script setup>\n${script}\n</script>\n\n<template>\n  ` +
    `${vueElement(input, input.contract, input.usage, '', '  ')}\n</template>`
  )
}

function vueElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
): string {
  const element = contract.language === 'custom-element'
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    const name = element ? (prop.attribute ?? prop.name) : kebab(prop.name)
    const apart = element && prop.attribute !== undefined && usage.attributes?.[prop.attribute] !== undefined
    const bound = element && (!prop.attribute || apart) ? `:${prop.name}.prop` : `:${name}`
    const path = !element && typeof value === 'string' ? slotPropPath(value) : undefined
    if (path) return `${bound}="${path}"`
    if (apart) return `${bound}="${escapeAttribute(literal(value))}"`
    if (typeof value === 'string' && (!element || prop.attribute))
      return `${name}="${escapeAttribute(value)}"`
    if (value === true && (!element || prop.attribute)) return name
    return `${bound}="${escapeAttribute(literal(value))}"`
  })
  attributes.push(...setAttributes(usage))
  if (element && slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const inside = Object.entries(usage.slots).map(([name, filling]) => {
    if (element)
      return elementContent(
        name,
        filling,
        (own, inner) => vueElement(input, own, inner, name, `${indent}  `),
        input,
      )
    const content =
      filling.is === 'text'
        ? escapeText(filling.text)
        : filling.is === 'markup'
          ? filling.markup
          : componentOr(input, filling, (own) => vueElement(input, own, filling.usage, '', `${indent}    `))
    // what the component hands over is named where it is used
    const handed = namesUsed(filling).filter((text) =>
      membersOf(contract, 'slot')
        .find((slot) => slot.name === name)
        ?.passes?.some((passed) => passed.name === text),
    )
    return handed.length
      ? `<template #${name || 'default'}="{ ${handed.join(', ')} }">${content}</template>`
      : name === ''
        ? content
        : `<template #${name}>${content}</template>`
  })
  return print({ open: contract.tag, attributes, inside }, indent, true)
}

/** Slot props that a filling makes use of, also in values of components inside it. */
const namesUsed = (filling: Filling): string[] =>
  filling.is === 'text'
    ? slotPropsIn(filling.text)
    : filling.is === 'markup'
      ? slotPropsIn(filling.markup)
      : [
          ...new Set([
            ...Object.values(filling.usage.props).flatMap((value) =>
              typeof value === 'string' ? slotPropsIn(value) : [],
            ),
            ...Object.values(filling.usage.slots).flatMap(namesUsed),
          ]),
        ]

const componentOr = (
  input: CodeInput,
  filling: Extract<Filling, { is: 'component' }>,
  write: (own: Contract) => string,
): string => {
  const own = input.contractOf(filling.tag)
  return own ? write(own) : `<!-- ${filling.tag} is not on the shelf -->`
}

/** What stands in a slot of a custom element, in any template that is HTML. */
function elementContent(
  slot: string,
  filling: Filling,
  write: (own: Contract, usage: Usage) => string,
  input: CodeInput,
): string {
  if (filling.is === 'text')
    return slot
      ? `<span slot="${escapeAttribute(slot)}">${escapeText(filling.text)}</span>`
      : escapeText(filling.text)
  if (filling.is === 'component') return componentOr(input, filling, (own) => write(own, filling.usage))
  return slot ? withSlot(filling.markup, slot) : filling.markup
}

// ── React style ──

function reactCode(input: CodeInput): string {
  return (
    `${imports(input).join('\n')}\n\nexport function Example() {\n  return (\n    ` +
    `${reactElement(input, input.contract, input.usage, '', '    ')}\n  )\n}`
  )
}

function reactElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
): string {
  const element = contract.language === 'custom-element'
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    const name = element && prop.attributeOnly ? (prop.attribute ?? prop.name) : prop.name
    if (typeof value === 'string' && !/["\n\\{}]/.test(value))
      return `${name}="${value.replaceAll('&', '&amp;')}"`
    if (value === true) return name
    return `${name}={${literal(value)}}`
  })
  attributes.push(...setAttributes(usage))
  if (element && slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const inside: string[] = []
  for (const [name, filling] of Object.entries(usage.slots)) {
    const content =
      filling.is === 'text'
        ? jsxText(filling.text)
        : filling.is === 'markup'
          ? jsxOf(filling.markup, element ? name : '')
          : componentOr(input, filling, (own) =>
              reactElement(input, own, filling.usage, element ? name : '', `${indent}  `),
            )
    if (element && name && filling.is === 'text')
      inside.push(`<span slot="${escapeAttribute(name)}">${content}</span>`)
    else if (element || name === '') inside.push(content)
    else
      attributes.push(
        filling.is === 'text' && !/[{"<>]/.test(filling.text)
          ? `${name}="${filling.text}"`
          : `${name}={<>${content}</>}`,
      )
  }
  return print({ open: contract.tag, attributes, inside }, indent, true)
}

const jsxText = (text: string): string => (/[{}<>]/.test(text) ? `{${literal(text)}}` : text)

type Node = DefaultTreeAdapterMap['node']
const reactNames: Record<string, string> = {
  class: 'className',
  for: 'htmlFor',
  tabindex: 'tabIndex',
  readonly: 'readOnly',
  maxlength: 'maxLength',
  colspan: 'colSpan',
  rowspan: 'rowSpan',
  contenteditable: 'contentEditable',
}

/** Markup as JSX: names as React spells them, styles as objects, every element closed. */
function jsxOf(markup: string, slot: string): string {
  const write = (node: Node, top: boolean): string => {
    if (node.nodeName === '#text' && 'value' in node) return jsxText(node.value)
    if (!('tagName' in node)) return ''
    const custom = node.tagName.includes('-')
    const attributes = node.attrs
      .filter((attr) => !attr.name.startsWith('on'))
      .map(({ name, value }) => {
        if (name === 'style')
          return `style={{ ${value
            .split(';')
            .map((text) => text.split(/:(.*)/s))
            .filter(([key]) => key?.trim())
            .map(
              ([key, rest]) =>
                `${/^--/.test(key!.trim()) ? `'${key!.trim()}'` : key!.trim().replace(/-(\w)/g, (_all, letter: string) => letter.toUpperCase())}: ` +
                `${literal((rest ?? '').trim())}`,
            )
            .join(', ')} }}`
        return value === ''
          ? name
          : `${custom ? name : (reactNames[name] ?? name)}="${value.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}"`
      })
    if (top && slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
    const inner = node.childNodes.map((childNode) => write(childNode, false)).join('')
    return inner
      ? `<${[node.tagName, ...attributes].join(' ')}>${inner}</${node.tagName}>`
      : `<${[node.tagName, ...attributes].join(' ')} />`
  }
  return parseFragment(markup)
    .childNodes.map((childNode) => write(childNode, true))
    .join('')
}

// ── Angular style ──

/** A template can make no dates and functions: they are fields of the class. */
function angularCode(input: CodeInput): string {
  const fields: string[] = []
  const template = angularElement(input, input.contract, input.usage, '', '    ', fields)
    .replaceAll('`', '\\`')
    .replaceAll('${', '\\${')
  const body = fields.length ? ` {\n${fields.map((field) => `  ${field}\n`).join('')}}` : ' {}'
  return (
    `${imports(input).join('\n')}\nimport { Component, CUSTOM_ELEMENTS_SCHEMA } from ` +
    `'@angular/core'\n\n@Component({\n  selector: 'app-example',\n  schemas: ` +
    `[CUSTOM_ELEMENTS_SCHEMA],\n  template: \`\n    ${template}\n  \`,\n})\nexport class Example${body}`
  )
}

function angularElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
  fields: string[],
): string {
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    if (isMadeByScript(value)) {
      const field = `${prop.name}${fields.length || ''}`
      fields.push(`${field} = ${literal(value)}`)
      return `[${prop.name}]="${field}"`
    }
    if (prop.attribute && typeof value === 'string')
      return `${prop.attribute}="${escapeAttribute(value).replaceAll('{', '&#123;').replaceAll('}', '&#125;')}"`
    if (prop.attribute && value === true) return prop.attribute
    return `[${prop.attributeOnly ? `attr.${prop.attribute ?? prop.name}` : prop.name}]="${escapeAttribute(literal(value))}"`
  })
  attributes.push(...setAttributes(usage))
  if (slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const inside = Object.entries(usage.slots).map(([name, filling]) =>
    elementContent(
      name,
      filling,
      (own, inner) => angularElement(input, own, inner, name, `${indent}  `, fields),
      input,
    ).replaceAll('{{', '&#123;&#123;'),
  )
  return print({ open: contract.tag, attributes, inside }, indent, false)
}
