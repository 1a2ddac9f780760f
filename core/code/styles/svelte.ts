import { membersOf, type Contract } from '../../contract/contract'
import { escapeAttribute, escapeText } from '../html'
import { slotPropPath } from '../slot-props'
import type { Filling, Usage } from '../usage'
import {
  componentOr,
  imports,
  isMadeByScript,
  literal,
  namesUsed,
  print,
  setAttributes,
  setProps,
  setStyles,
  inItsPlace,
  type CodeInput,
} from './shared'

/**
 * Code for Svelte 5: what fills the default slot stands inside, what fills another is a snippet of its name.
 */
export function svelteCode(input: CodeInput): string {
  const script = imports(input).map((line) => `  ${line}`)
  return `<script>\n${script.join('\n')}\n</script>\n\n${svelteElement(input, input.contract, input.usage, '')}\n`
}

/** Text in a template, in which braces hold expressions. */
const inTemplate = (markup: string): string =>
  markup.replace(/[{}]/g, (brace) => (brace === '{' ? '&#123;' : '&#125;'))

function svelteElement(input: CodeInput, contract: Contract, usage: Usage, indent: string): string {
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    const path = typeof value === 'string' ? slotPropPath(value) : undefined
    if (path) return `${prop.name}={${path}}`
    if (typeof value === 'string' && !isMadeByScript(value))
      return `${prop.name}="${inTemplate(escapeAttribute(value))}"`
    return value === true ? prop.name : `${prop.name}={${literal(value)}}`
  })
  attributes.push(...setAttributes(usage))
  const inside = Object.entries(usage.slots).map(([name, filling]) => {
    const content = contentOf(input, filling, indent)
    const handed = handedTo(contract, name, namesUsed(filling))
    return name === '' && handed.length === 0
      ? content
      : `{#snippet ${name || 'children'}(${handed.join(', ')})}${content}{/snippet}`
  })
  const written = print({ open: contract.tag, attributes, inside }, indent, true)
  return inItsPlace(usage, setStyles(usage).map(inTemplate), written, indent)
}

/** Names of what a snippet is given, which comes by its place: up to the last that is made use of. */
function handedTo(contract: Contract, slot: string, used: readonly string[]): string[] {
  const passes = membersOf(contract, 'slot').find(({ name }) => name === slot)?.passes ?? []
  return passes.map(({ name }) => name).slice(0, passes.findLastIndex(({ name }) => used.includes(name)) + 1)
}

/** What a slot is filled with; `{{ name }}` in it stands for what the component hands over. */
function contentOf(input: CodeInput, filling: Filling, indent: string): string {
  if (filling.is === 'component')
    return componentOr(input, filling, (own) => svelteElement(input, own, filling.usage, `${indent}  `))
  const markup = filling.is === 'text' ? escapeText(filling.text) : filling.markup
  return markup
    .split(/(\{\{.*?\}\})/s)
    .map((part) => (part.startsWith('{{') ? `{${part.slice(2, -2).trim()}}` : inTemplate(part)))
    .join('')
}
