import { parseFragment, serializeOuter } from 'parse5'
import { membersOf, type Contract } from '../contract/contract'
import { brought, isFunction } from '../contract/type'
import type { Call, Filling, Usage } from './usage'

export const escapeText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
export const escapeAttribute = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;')

/** Props that go into markup as attributes, and those that only script can set. */
function divide(contract: Contract, usage: Usage) {
  const attributes: string[] = []
  const byScript: [string, unknown][] = []
  for (const prop of membersOf(contract, 'prop')) {
    const value = usage.props[prop.name]
    const text = prop.attribute === undefined ? undefined : usage.attributes?.[prop.attribute]
    if (text !== undefined)
      attributes.push(text === '' ? prop.attribute! : `${prop.attribute!}="${escapeAttribute(text)}"`)
    if (value === undefined) continue
    // an attribute with a text of its own leaves the property to script
    if (text !== undefined) {
      byScript.push([prop.name, value])
      continue
    }
    const absent = value === false && prop.defaultValue !== true
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
    if (inside.length === 0) return `${open}</${own.tag}>`
    const flat = inside.join('')
    if (inside.length === 1 && !flat.includes('<') && !flat.includes('\n') && open.length + flat.length < 60)
      return `${open}${flat.trim()}</${own.tag}>`
    return `${open}\n${inside.map((text) => `${indent}  ${text}`).join('\n')}\n${indent}</${own.tag}>`
  }
  const filled = (slot: string, filling: Filling, indent: string): string => {
    if (filling.is === 'text')
      return slot
        ? `<span slot="${escapeAttribute(slot)}">${escapeText(filling.text)}</span>`
        : escapeText(filling.text)
    if (filling.is === 'markup') return slot ? withSlot(filling.markup, slot) : filling.markup
    const own = contractOf(filling.tag)
    return own ? element(own, filling.usage, slot, indent) : `<!-- ${filling.tag} is not on the shelf -->`
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
      .map(([key, value]) => `${JSON.stringify(key)}:${printed(value)}`)
      .join(',')}}`
  return JSON.stringify(value)
}

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

function tagOpen(tag: string, attributes: string[], indent: string): string {
  const flat = `<${[tag, ...attributes].join(' ')}>`
  if (flat.length + indent.length <= 64) return flat
  return `<${tag}\n${attributes.map((attribute) => `${indent}  ${attribute}`).join('\n')}\n${indent}>`
}

/** Markup for a named slot: its top elements get the slot attribute; loose text is wrapped. */
export function withSlot(markup: string, slot: string): string {
  const fragment = parseFragment(markup)
  return fragment.childNodes
    .map((node) => {
      if ('attrs' in node) {
        node.attrs = [{ name: 'slot', value: slot }, ...node.attrs.filter((attr) => attr.name !== 'slot')]
        return serializeOuter(node)
      }
      const text = serializeOuter(node)
      return text.trim() === '' || node.nodeName === '#comment'
        ? text
        : `<span slot="${escapeAttribute(slot)}">${text.trim()}</span>`
    })
    .join('')
}
