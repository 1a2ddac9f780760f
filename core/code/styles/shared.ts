import { isElement } from '../../languages/languages'
import { membersOf, type Contract } from '../../contract/contract'
import { brought } from '../../contract/type'
import { anyFunction, callText, escapeAttribute, styleText } from '../html'
import type { Prop } from '../../contract/prop'
import type { Filling, Usage } from '../usage'
import { literal, variableName } from './script'
import { markupIn, spanInSlot, textIn, type Dialect } from './markup'

export interface CodeInput {
  contract: Contract
  usage: Usage
  contractOf(tag: string): Contract | undefined
  /** What a component is imported from, such as `@marram/tern/notice-strip`. */
  importFrom(tag: string): string
}

/** One element as code: its attributes, written out, and what stands inside, piece by piece. */
export interface Written {
  open: string
  attributes: string[]
  inside: string[]
}

/**
 * Where a template language makes nothing of a line that ends: anywhere, at both ends of what stands inside
 * an element, or only beside other elements.
 */
type LineEnds = 'anywhere' | 'at ends' | 'by elements'

const beginsAsElement = (text: string): boolean => /^(?:<|\{#)/.test(text)
const endsAsElement = (text: string): boolean => /(?:>|\{\/\w+\})$/.test(text)

/** Pieces with those joined between which no line may end. */
function joined(inside: readonly string[], ends: LineEnds): string[] {
  const lines: string[] = []
  for (const text of inside) {
    const last = lines.at(-1)
    const mayEnd = last === undefined || ends === 'anywhere' || (endsAsElement(last) && beginsAsElement(text))
    if (mayEnd) lines.push(text)
    else lines[lines.length - 1] = last + text
  }
  return lines
}

/** An element, on one line where it is short and nothing in it needs more. */
export function print(written: Written, indent: string, selfClosing: boolean, ends: LineEnds): string {
  const { open, attributes } = written
  const flat = [open, ...attributes].join(' ')
  const isOneLine = flat.length + indent.length <= 72
  const head = isOneLine
    ? `<${flat}`
    : `<${open}\n${attributes.map((attribute) => `${indent}  ${attribute}`).join('\n')}\n${indent}`
  const lines = joined(written.inside, ends)
  if (lines.length === 0) return selfClosing ? `${head}${isOneLine ? ' ' : ''}/>` : `${head}></${open}>`
  const [first] = lines as [string]
  const isShort = isOneLine && !first.includes('\n') && head.length + first.length < 66
  if (lines.length === 1 && isShort) return `${head}>${first}</${open}>`
  const mayEnd = (isByElement: boolean) => ends !== 'by elements' || isByElement
  const start = mayEnd(beginsAsElement(first)) ? `\n${indent}  ` : ''
  const end = mayEnd(endsAsElement(lines.at(-1)!)) ? `\n${indent}` : ''
  return `${head}>${start}${lines.join(`\n${indent}  `)}${end}</${open}>`
}

/** Every component that a usage shows, itself first. */
export function tagsIn(contract: Contract, usage: Usage, found = new Set<string>()): Set<string> {
  found.add(contract.tag)
  for (const filling of Object.values(usage.slots)) {
    if (filling.is !== 'component') continue
    found.add(filling.tag)
    tagsIn({ ...contract, tag: filling.tag }, filling.usage, found)
  }
  return found
}

export const imports = ({ contract, usage, contractOf, importFrom }: CodeInput): string[] =>
  [...tagsIn(contract, usage)].map((tag) => {
    const own = contractOf(tag)
    return !own || isElement(own)
      ? `import '${importFrom(tag)}'`
      : `import { ${own.tag} } from '${importFrom(tag)}'`
  })

export interface SetProp {
  prop: Prop
  value: unknown
}
/** Props that are set, with their values as a page gives them; what is only an attribute goes as one. */
export const setProps = (contract: Contract, usage: Usage): SetProp[] =>
  membersOf(contract, 'prop').flatMap((prop) => {
    const value = usage.props[prop.name]
    if (value === undefined || (prop.attributeOnly && (value === false || value === null))) return []
    return [{ prop, value: brought(prop.type, value, () => anyFunction) }]
  })

/** Whether a bare name sets it: what is written so is `true` only where nothing but that is taken. */
export const isBare = ({ prop, value }: SetProp): boolean =>
  value === true && (prop.attributeOnly === true || prop.type.is === 'boolean')

/** Custom properties that are set on an element, as the attribute of a template that is HTML. */
export const setStyles = (usage: Usage): string[] =>
  styleText(usage) ? [`style="${escapeAttribute(styleText(usage))}"`] : []

/** A component that has no element of its own inherits what its place is dressed with. */
export const inItsPlace = (usage: Usage, attributes: string[], element: string, indent: string): string =>
  Object.keys(usage.styles ?? {}).length
    ? print(
        { open: 'div', attributes, inside: [element.replaceAll(`\n${indent}`, `\n${indent}  `)] },
        indent,
        true,
        'by elements',
      )
    : element

/** The name a page holds a component by: its tag without the prefix. */
export function nameToHoldBy({ tag }: Contract): string {
  const words = tag.split('-')
  return variableName(words.length > 1 ? words.slice(1) : words)
}

/** What a page calls once the component is there, and the name it holds it by. */
export function callsOf({ contract, usage }: CodeInput): { name: string; calls: string[] } | undefined {
  if (!usage.calls?.length) return undefined
  return {
    name: nameToHoldBy(contract),
    calls: usage.calls.map((call) => callText(contract, call, literal)),
  }
}

export const kebab = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

/** What an attribute of a component says in markup, as the prop that it feeds where that is known. */
export function propOfAttribute(
  own: Contract | undefined,
  name: string,
  text: string,
): { name: string; value: string | number | true } {
  const prop = own && membersOf(own, 'prop').find(({ attribute }) => attribute === name)
  if (!prop || prop.attributeOnly) return { name, value: text }
  if (prop.type.is === 'boolean') return { name: prop.name, value: true }
  const isNumber = prop.type.is === 'number' && text.trim() !== '' && Number.isFinite(Number(text))
  return { name: prop.name, value: isNumber ? Number(text) : text }
}

/** A component in a slot as often as it stands there, or what is said where it is not on the shelf. */
export const componentOr = (
  input: CodeInput,
  filling: Extract<Filling, { is: 'component' }>,
  write: (own: Contract) => string,
  comment: (text: string) => string = (text) => `<!-- ${text} -->`,
): string => {
  const own = input.contractOf(filling.tag)
  return own ? write(own).repeat(filling.times ?? 1) : comment(`${filling.tag} is not on the shelf`)
}

/** What fills a slot and is no component. */
type Plain = Exclude<Filling, { is: 'component' }>

/** Text or markup in a slot of a component that is no element, in the template of a framework. */
export const fillingIn = (dialect: Dialect, filling: Plain): string =>
  filling.is === 'text' ? textIn(dialect, filling.text) : markupIn(dialect, filling.markup)

/** Text or markup in a slot of a custom element, in the template of a framework. */
export function elementContent(dialect: Dialect, slot: string, filling: Plain): string {
  if (filling.is === 'markup') return markupIn(dialect, filling.markup, slot)
  if (slot) return spanInSlot(dialect, slot, filling.text)
  // a template makes no node of an empty text: a space takes the place of what the slot falls back to
  return filling.text === '' ? dialect.expression(' ') : textIn(dialect, filling.text)
}
