import { isElement } from '../../languages/languages'
import { membersOf, type Contract } from '../../contract/contract'
import { brought } from '../../contract/type'
import { anyFunction, callText, escapeAttribute, escapeText, styleText, withSlot } from '../html'
import { slotPropsIn } from '../slot-props'
import type { Filling, Usage } from '../usage'

export interface CodeInput {
  contract: Contract
  usage: Usage
  contractOf(tag: string): Contract | undefined
  /** What a component is imported from, such as `@marram/tern/notice-strip`. */
  importFrom(tag: string): string
}

/** One element as code: its attributes, written out, and what stands inside, line by line. */
export interface Written {
  open: string
  attributes: string[]
  inside: string[]
}

export function print({ open, attributes, inside }: Written, indent: string, selfClosing: boolean): string {
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

export const setProps = (contract: Contract, usage: Usage) =>
  membersOf(contract, 'prop').flatMap((prop) =>
    usage.props[prop.name] === undefined
      ? []
      : [{ prop, value: brought(prop.type, usage.props[prop.name], () => anyFunction) }],
  )

/** What is set as an attribute and not as a property, as text. */
export const setAttributes = (usage: Usage): string[] =>
  Object.entries(usage.attributes ?? {}).map(([name, text]) =>
    text === '' ? name : `${name}="${escapeAttribute(text)}"`,
  )

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
      )
    : element

/** What a page calls once the component is there, and the name it holds it by. */
export function callsOf({ contract, usage }: CodeInput): { name: string; calls: string[] } | undefined {
  if (!usage.calls?.length) return undefined
  const words = contract.tag.split('-')
  const [first = '', ...rest] = words.length > 1 ? words.slice(1) : words
  const name = [first, ...rest.map((word) => word.charAt(0).toUpperCase() + word.slice(1))].join('')
  return { name, calls: usage.calls.map((call) => callText(contract, call, literal)) }
}

/** A value as JavaScript in an attribute with double quotes: strings in single ones. */
export function literal(value: unknown): string {
  if (value === anyFunction) return '() => {}'
  if (value instanceof Date) return `new Date('${value.toISOString()}')`
  if (typeof value === 'string')
    return `'${value.replaceAll('\\', '\\\\').replaceAll("'", "\\'").replaceAll('\n', '\\n')}'`
  if (Array.isArray(value)) return `[${value.map((item) => literal(item)).join(', ')}]`
  if (typeof value === 'object' && value !== null)
    return `{ ${Object.entries(value)
      .map(([key, value]) => `${/^[A-Za-z_$][\w$]*$/.test(key) ? key : `'${key}'`}: ${literal(value)}`)
      .join(', ')} }`
  return JSON.stringify(value)
}
export const isMadeByScript = (value: unknown): boolean =>
  value instanceof Date ||
  value === anyFunction ||
  (typeof value === 'object' && value !== null && Object.values(value).some(isMadeByScript))
export const kebab = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

/** Slot props that a filling makes use of, also in values of components inside it. */
export const namesUsed = (filling: Filling): string[] =>
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

export const componentOr = (
  input: CodeInput,
  filling: Extract<Filling, { is: 'component' }>,
  write: (own: Contract) => string,
): string => {
  const own = input.contractOf(filling.tag)
  return own ? write(own) : `<!-- ${filling.tag} is not on the shelf -->`
}

/** What stands in a slot of a custom element, in any template that is HTML. */
export function elementContent(
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
