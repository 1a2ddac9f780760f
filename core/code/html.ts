import { parseFragment, serializeOuter } from 'parse5'
import { membersOf, type Contract } from '../contract/contract'
import { brought, isFunction } from '../contract/type'
import type { Call, Filling, Usage } from './usage'

/** A carriage return as it is would be read as the end of a line (HTML, 13.2.3.5). */
const keepReturns = (text: string): string => text.replaceAll('\r', '&#13;')
export const escapeText = (text: string): string =>
  keepReturns(text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;'))
export const escapeAttribute = (text: string): string =>
  keepReturns(text.replaceAll('&', '&amp;').replaceAll('"', '&quot;'))

/** An attribute of HTML; one without a text is its name. */
export const htmlAttribute = (name: string, text: string): string =>
  text === '' ? name : `${name}="${escapeAttribute(text)}"`

/** Props that go into markup as attributes, and those that only script can set. */
function divide(contract: Contract, usage: Usage) {
  const attributes: string[] = []
  const byScript: [string, unknown][] = []
  const apart = usage.attributes ?? {}
  for (const [name, text] of Object.entries(apart)) attributes.push(htmlAttribute(name, text))
  for (const prop of membersOf(contract, 'prop')) {
    const value = usage.props[prop.name]
    if (value === undefined) continue
    // an attribute with a text of its own leaves the property to script
    if (prop.attribute !== undefined && Object.hasOwn(apart, prop.attribute)) {
      byScript.push([prop.name, value])
      continue
    }
    if (prop.attributeOnly && value !== true) {
      if (value === false || value === null) continue
      attributes.push(`${prop.attribute ?? prop.name}="${escapeAttribute(String(value))}"`)
      continue
    }
    // an attribute that is not there says what is so by default
    const absent = value === false && prop.defaultValue === false
    if (prop.attribute && absent) continue
    if (isFunction(prop.type) && value === true) byScript.push([prop.name, value])
    else if (prop.attribute && value === true) attributes.push(prop.attribute)
    else if (prop.attribute && (typeof value === 'string' || typeof value === 'number'))
      attributes.push(`${prop.attribute}="${escapeAttribute(String(value))}"`)
    else byScript.push([prop.name, value])
  }
  return { attributes, byScript }
}

/** Custom properties as the text of a style attribute. */
export const styleText = (usage: Usage): string =>
  Object.entries(usage.styles ?? {})
    .map(([name, value]) => `${name}: ${value.trim()}`)
    .join('; ')

/** Names for elements that script must reach, unique in one piece of code. */
class Ids {
  private readonly used = new Map<string, number>()
  next(tag: string): string {
    const base = tag.split('-').slice(1).join('-') || tag
    const n = (this.used.get(base) ?? 0) + 1
    this.used.set(base, n)
    return n === 1 ? base : `${base}-${n}`
  }
}

/**
 * Plain HTML for what is on show, exact: attributes where the component reads them, a module script
 * for props that have none. Contracts of components inside slots are looked up by tag.
 */
export function htmlFor(
  contract: Contract,
  usage: Usage,
  contractOf: (tag: string) => Contract | undefined,
): string {
  const ids = new Ids()
  const script: string[] = []

  const element = (own: Contract, shown: Usage, slot: string, indent: string): string => {
    const { attributes, byScript } = divide(own, shown)
    const head = slot ? [`slot="${escapeAttribute(slot)}"`] : []
    if (styleText(shown)) attributes.push(`style="${escapeAttribute(styleText(shown))}"`)
    const calls = shown.calls ?? []
    if (byScript.length + calls.length > 0) {
      const id = ids.next(own.tag)
      head.push(`id="${id}"`)
      script.push(
        ...byScript.map(
          ([name, value]) => `document.getElementById('${id}').${name} = ${dateAware(own, name, value)}`,
        ),
        ...calls.map((call) => `document.getElementById('${id}').${callText(own, call, printed)}`),
      )
    }
    const inside = Object.entries(shown.slots)
      .map(([name, filling]) => filled(name, filling, `${indent}  `))
      .filter(Boolean)
    const open = tagOpen(own.tag, [...head, ...attributes], indent)
    const flat = inside.join('')
    const isShort = inside.length === 1 && !/[<\n]/.test(flat) && open.length + flat.length < 60
    if (inside.length === 0 || isShort || spacesShow(own, shown)) return `${open}${flat}</${own.tag}>`
    return `${open}\n${inside.map((text) => `${indent}  ${text}`).join('\n')}\n${indent}</${own.tag}>`
  }
  const filled = (slot: string, filling: Filling, indent: string): string => {
    // HTML has no empty text: a space takes the place of what the slot falls back to
    if (filling.is === 'text')
      return slot
        ? `<span slot="${escapeAttribute(slot)}">${escapeText(filling.text)}</span>`
        : escapeText(filling.text) || ' '
    if (filling.is === 'markup') return slot ? withSlot(filling.markup, slot) : filling.markup
    const own = contractOf(filling.tag)
    return own
      ? element(own, filling.usage, slot, indent).repeat(filling.times ?? 1)
      : `<!-- ${filling.tag} is not on the shelf -->`
  }
  const markup = element(contract, usage, '', '')
  return script.length === 0
    ? markup
    : `${markup}\n\n<script type="module">\n${script.map((text) => `  ${text}`).join('\n')}\n</script>`
}

/** Stands for a function that a page would give. */
export const anyFunction = Symbol('function')

/** A plain value as JavaScript, as JSON would print it but for dates and functions. */
function printed(value: unknown): string {
  if (value === anyFunction) return '() => {}'
  if (value instanceof Date) return `new Date(${JSON.stringify(value)})`
  if (Array.isArray(value)) return `[${value.map(printed).join(',')}]`
  if (typeof value === 'object' && value !== null)
    return `{${Object.entries(value)
      .map(([key, value]) => `${key === '__proto__' ? '["__proto__"]' : inScript(key)}:${printed(value)}`)
      .join(',')}}`
  return inScript(value)
}
/** A plain value in a script of a page, which ends at the first `</script` (HTML, 13.1.2.1). */
const inScript = (value: unknown): string => JSON.stringify(value).replace(/<(?=[/!s])/gi, '\\u003c')

/** A call as JavaScript: what is not given at its end is left out. */
export function callText(contract: Contract, call: Call, print: (value: unknown) => string): string {
  const takes = membersOf(contract, 'method').find(({ name }) => name === call.method)?.takes ?? []
  const given = call.given.map((value, i) => {
    if (value === undefined || value === null) return 'undefined'
    return print(takes[i] ? brought(takes[i].type, value, () => anyFunction) : value)
  })
  while (given.at(-1) === 'undefined') given.pop()
  return `${call.method}(${given.join(', ')})`
}

const dateAware = (contract: Contract, name: string, value: unknown): string => {
  const type = membersOf(contract, 'prop').find((member) => member.name === name)?.type
  return printed(type ? brought(type, value, () => anyFunction) : value)
}

/**
 * Whether white space between the tags would show: it fills a default slot that is not filled, or a text has
 * white space of its own.
 */
function spacesShow(contract: Contract, { slots }: Usage): boolean {
  const { '': main } = slots
  if (!main) return membersOf(contract, 'slot').some(({ name }) => name === '')
  return main.is === 'text' && (main.text.trim() !== main.text || /[\n\r]/.test(main.text))
}

function tagOpen(tag: string, attributes: string[], indent: string): string {
  const flat = `<${[tag, ...attributes].join(' ')}>`
  if (flat.length + indent.length <= 64) return flat
  return `<${tag}\n${attributes.map((attribute) => `${indent}  ${attribute}`).join('\n')}\n${indent}>`
}

/** The first line end in these elements is not part of their text (HTML, 13.1.2.5): another keeps it. */
const withFirstLines = (markup: string): string =>
  markup.replace(/(<(?:pre|textarea|listing)\b(?:"[^"]*"|[^>"])*>)\n/g, '$1\n\n')

/** Nothing but white space (HTML, 2.3.1 by way of Infra, 4.6): a space that does not break is none. */
export const isWhiteSpace = (text: string): boolean => /^[ \t\n\r\f]*$/.test(text)

/** Markup for a named slot: its top elements get the slot attribute; loose text is wrapped. */
export function withSlot(markup: string, slot: string): string {
  const fragment = parseFragment(markup)
  return fragment.childNodes
    .map((node) => {
      if ('attrs' in node) {
        node.attrs = [{ name: 'slot', value: slot }, ...node.attrs.filter((attr) => attr.name !== 'slot')]
        return withFirstLines(serializeOuter(node))
      }
      if (node.nodeName === '#comment') return serializeOuter(node)
      // white space between what goes into a slot would itself go into the default one
      return isWhiteSpace(serializeOuter(node))
        ? ''
        : `<span slot="${escapeAttribute(slot)}">${serializeOuter(node).trim()}</span>`
    })
    .join('')
}
