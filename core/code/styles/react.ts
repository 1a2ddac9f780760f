import { isElement } from '../../languages/languages'
import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { type Contract } from '../../contract/contract'
import { escapeAttribute } from '../html'
import type { Usage } from '../usage'

import {
  type CodeInput,
  print,
  imports,
  setProps,
  setAttributes,
  literal,
  componentOr,
  inItsPlace,
  callsOf,
} from './shared'

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
    `${reactElement(input, input.contract, input.usage, '', '    ', called?.name)}\n  )\n}`
  )
}

function reactElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
  heldAs?: string,
): string {
  const element = isElement(contract)
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    const name = element && prop.attributeOnly ? (prop.attribute ?? prop.name) : prop.name
    if (typeof value === 'string' && !/["\n\\{}]/.test(value))
      return `${name}="${value.replaceAll('&', '&amp;')}"`
    if (value === true) return name
    return `${name}={${literal(value)}}`
  })
  attributes.push(...setAttributes(usage))
  if (element) attributes.push(...reactStyles(usage))
  if (heldAs) attributes.unshift(`ref={${heldAs}}`)
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
  const written = print({ open: contract.tag, attributes, inside }, indent, true)
  return element ? written : inItsPlace(usage, reactStyles(usage), written, indent)
}

const reactStyles = (usage: Usage): string[] =>
  Object.keys(usage.styles ?? {}).length ? [`style={${literal(usage.styles)}}`] : []

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
