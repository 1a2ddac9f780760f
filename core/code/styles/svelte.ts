import { type Contract, membersOf } from '../../contract/contract'
import { escapeAttribute, escapeText } from '../html'
import { slotPropParts } from '../slot-props'
import type { Filling, Usage } from '../usage'
import { expressionOf, handedOver } from './handed'
import { type Dialect } from './markup'
import { literal, stringLiteral } from './script'
import {
  componentOr,
  fillingIn,
  imports,
  inItsPlace,
  isBare,
  print,
  propOfAttribute,
  setProps,
  setStyles,
  type CodeInput,
  type SetProp,
} from './shared'

const nothingHanded: ReadonlySet<string> = new Set()

/** Text in a template, in which braces hold expressions. */
const withoutBraces = (markup: string): string =>
  markup.replace(/[{}]/g, (brace) => (brace === '{' ? '&#123;' : '&#125;'))

/** An attribute with a text; its end is looked for in quotes, and lines in it are kept by an expression. */
function attributeOf(name: string, value: string, known: ReadonlySet<string>): string {
  const expression = expressionOf(value, known)
  if (expression) return `${name}={${expression}}`
  return /[\n\r\t{}]/.test(value)
    ? `${name}={${stringLiteral(value)}}`
    : `${name}="${escapeAttribute(value)}"`
}

const makeDialect = (input: CodeInput, known: ReadonlySet<string>): Dialect => ({
  plain: (text) =>
    slotPropParts(text, known)
      .map((part) => (typeof part === 'string' ? withoutBraces(escapeText(part)) : `{${part.path}}`))
      .join(''),
  expression: (text) => `{${expressionOf(text, known) ?? stringLiteral(text)}}`,
  space: ' ',
  attribute: (name, text, { tagName }) => {
    // what Svelte does itself for these it does for a value that is true
    if (name === 'muted' || name === 'autofocus') return `${name}={true}`
    if (!tagName.includes('-')) return attributeOf(name, text, known)
    const given = propOfAttribute(input.contractOf(tagName), name, text)
    if (typeof given.value === 'string') return attributeOf(given.name, given.value, known)
    return given.value === true ? given.name : `${given.name}={${given.value}}`
  },
  canWrite: ({ attrs }) => attrs.every(({ name }) => !/^(?:on|this$|slot$)/.test(name)),
  raw: (markup) => `{@html ${expressionOf(markup, known) ?? stringLiteral(markup)}}`,
})

/**
 * Code for Svelte 5: what fills the default slot stands inside, what fills another is a snippet of its name.
 */
export function svelteCode(input: CodeInput): string {
  const script = imports(input).map((line) => `  ${line}`)
  const element = svelteElement(input, input.contract, input.usage, '', nothingHanded)
  return `<script>\n${script.join('\n')}\n</script>\n\n${element}\n`
}

function svelteElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  indent: string,
  known: ReadonlySet<string>,
): string {
  const attributes = setProps(contract, usage).map((set) => svelteProp(set, known))
  for (const [name, text] of Object.entries(usage.attributes ?? {}))
    attributes.push(attributeOf(name, text, nothingHanded))
  const inside = Object.entries(usage.slots).map(([name, filling]) => {
    const handed = handedOver(contract, name, filling)
    const content = contentOf(input, filling, `${indent}  `, new Set([...known, ...handed]))
    if (name === '' && handed.length === 0) return content
    // a name that is no name of a snippet is that of a slot of old
    return /^[A-Za-z_$][\w$]*$/.test(name || 'children')
      ? `{#snippet ${name || 'children'}(${inPlaces(contract, name, handed)})}${content}{/snippet}`
      : `<svelte:fragment slot="${escapeAttribute(name)}">${content}</svelte:fragment>`
  })
  const written = print({ open: contract.tag, attributes, inside }, indent, true, 'at ends')
  return inItsPlace(usage, setStyles(usage).map(withoutBraces), written, indent)
}

function svelteProp(set: SetProp, known: ReadonlySet<string>): string {
  const { prop, value } = set
  if (typeof value === 'string') return attributeOf(prop.name, value, known)
  return isBare(set) ? prop.name : `${prop.name}={${literal(value)}}`
}

/** Names of what a snippet is given, which comes by its place: up to the last that is made use of. */
function inPlaces(contract: Contract, slot: string, handed: readonly string[]): string {
  const passes = membersOf(contract, 'slot').find(({ name }) => name === slot)?.passes ?? []
  const names = passes.map(({ name }) => name)
  return names.slice(0, names.findLastIndex((name) => handed.includes(name)) + 1).join(', ')
}

/** What a slot is filled with; `{{ name }}` in it stands for what the component hands over. */
function contentOf(input: CodeInput, filling: Filling, indent: string, known: ReadonlySet<string>): string {
  if (filling.is !== 'component') return fillingIn(makeDialect(input, known), filling)
  return componentOr(input, filling, (own) => svelteElement(input, own, filling.usage, indent, known))
}
