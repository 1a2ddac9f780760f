import { parseFragment, serialize, type DefaultTreeAdapterMap } from 'parse5'
import type { Place } from '../../contract/member'
import type { Part } from '../../contract/part'
import type { Slot } from '../../contract/slot'
import { unknownValue, type Fragment } from '../source/fragment'
import { keysAnswered } from '../source/native-keys'

type Node = DefaultTreeAdapterMap['node']
type Element = DefaultTreeAdapterMap['element']

export interface TemplateFacts {
  slots: Slot[]
  parts: Part[]
  uses: { tag: string; place: Place }[]
  styles: { text: string; place: Place }[]
  /** Elements that carry an `id` or class inside a slot's fallback: what a prop may write into. */
  fallbackHooks: { slot: string; hooks: string[] }[]
  /** Keys that elements in it answer by themselves. */
  answers: string[]
}

const isElement = (node: Node): node is Element => 'tagName' in node
const attribute = (element: Element, name: string): string | undefined =>
  element.attrs.find((attr) => attr.name === name)?.value
/**
 * A custom element's name, HTML standard section 4.13.3 (valid custom element name), without the reserved
 * ones.
 */
export const customElementName = /^[a-z][-.\d_a-z]*-[-.\d_a-z]*$/
const reserved = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
])

/** Slots, parts, used components and inline styles of one piece of markup. */
// eslint-disable-next-line max-lines-per-function -- one walk over markup
export function readTemplate(fragment: Fragment): TemplateFacts {
  const facts: TemplateFacts = { slots: [], parts: [], uses: [], styles: [], fallbackHooks: [], answers: [] }
  const placeOf = (element: Element): Place => fragment.place(element.sourceCodeLocation?.startOffset ?? 0)
  const known = (text: string | undefined): text is string =>
    text !== undefined && !text.includes(unknownValue)

  const visit = (node: Node): void => {
    if (isElement(node)) {
      facts.answers.push(...keysAnswered(node.tagName, (name) => attribute(node, name)))
      if (node.tagName === 'slot') {
        const name = attribute(node, 'name') ?? ''
        if (known(name)) {
          facts.slots.push({
            kind: 'slot',
            name,
            place: placeOf(node),
            known: 'declared',
            disagreements: [],
            fallback: serialize(node).replaceAll(unknownValue, '…').trim(),
            feeds: [],
          })
          facts.fallbackHooks.push({ slot: name, hooks: hooksIn(node) })
        }
      }
      const part = attribute(node, 'part')
      if (part !== undefined) {
        // of a list that is put together, the names that are known
        for (const name of part.split(/\s+/).filter((word) => word !== '' && known(word))) {
          facts.parts.push({
            kind: 'part',
            name,
            place: placeOf(node),
            known: 'declared',
            disagreements: [],
            element: node.tagName,
          })
        }
      }
      const forwarded = attribute(node, 'exportparts')
      if (known(forwarded)) {
        for (const { inner, outer } of forwardedParts(forwarded))
          facts.parts.push({
            kind: 'part',
            name: outer,
            place: placeOf(node),
            known: 'declared',
            disagreements: [],
            from: { tag: node.tagName, part: inner },
          })
      }
      if (customElementName.test(node.tagName) && !reserved.has(node.tagName))
        facts.uses.push({ tag: node.tagName, place: placeOf(node) })
      const inline = attribute(node, 'style')
      if (inline?.includes('--')) facts.styles.push({ text: `* { ${inline} }`, place: placeOf(node) })
      if (node.tagName === 'style') {
        const text = node.childNodes.map((child) => ('value' in child ? child.value : '')).join('')
        facts.styles.push({ text, place: fragment.place(node.sourceCodeLocation?.startTag?.endOffset ?? 0) })
      }
    }
    if ('content' in node) visit(node.content)
    if ('childNodes' in node) node.childNodes.forEach(visit)
  }
  visit(parseFragment(fragment.text, { sourceCodeLocationInfo: true }))
  return facts
}

function hooksIn(slot: Element): string[] {
  const hooks: string[] = []
  const visit = (node: Node): void => {
    if (isElement(node)) {
      const id = attribute(node, 'id')
      if (id) hooks.push(`#${id}`)
      hooks.push(
        ...(attribute(node, 'class') ?? '')
          .split(/\s+/)
          .filter(Boolean)
          .map((text) => `.${text}`),
      )
      hooks.push(
        ...(attribute(node, 'part') ?? '')
          .split(/\s+/)
          .filter(Boolean)
          .map((text) => `[part=${text}]`),
        ...node.attrs.filter((a) => a.name.startsWith('data-')).map((a) => `[${a.name}]`),
      )
    }
    if ('childNodes' in node) node.childNodes.forEach(visit)
  }
  slot.childNodes.forEach(visit)
  return hooks
}

/** What `exportparts` forwards: `inner: outer`, or one name for both (CSS Shadow Parts, section 3). */
export const forwardedParts = (text: string): { inner: string; outer: string }[] =>
  text.split(',').flatMap((pair) => {
    const [inner, outer = inner] = pair.split(':').map((name) => name.trim())
    return inner && outer ? [{ inner, outer }] : []
  })
