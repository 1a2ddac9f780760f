import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { isWhiteSpace } from '../html'

// Markup that fills a slot, written anew in the template language of a framework: what it says there is what
// a browser makes of it as HTML.

type Node = DefaultTreeAdapterMap['node']
export type Element = DefaultTreeAdapterMap['element']

/** How a template language writes what stands in HTML. */
export interface Dialect {
  /** A text that is not empty, where it has no white space at its ends. */
  plain(text: string): string | undefined
  /** Any text whatever, as an expression. */
  expression(text: string): string
  /** White space between two elements that is to stay. */
  space: string
  /** An attribute of a plain element, or of one that is not known. */
  attribute(name: string, value: string, element: Element): string
  /** Whether the language can write it so that it comes out as it is. */
  canWrite(element: Element): boolean
  /** Markup that is put in as it is; `slot` is the one it goes into where an element takes it. */
  raw(markup: string, slot: string): string
}

/** Elements whose content is no markup, or none that is shown where it stands (HTML, 13.1.2). */
const apart = new Set(
  'iframe listing noembed noframes noscript plaintext script slot style template xmp'.split(' '),
)
const keepsSpaces = new Set(['pre', 'textarea'])
/** Elements with no end tag (HTML, 13.1.2). */
const isVoid = new Set(
  'area base br col embed hr img input link meta source track wbr frame keygen param'.split(' '),
)
/** Elements beside which white space takes no place, being blocks by the browser's own sheet (HTML, 15.3). */
const blocks = new Set(
  (
    'address article aside blockquote body caption center col colgroup dd details dialog dir div dl dt ' +
    'fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 header hgroup hr html legend li main menu nav ' +
    'ol optgroup option p pre search section summary table tbody td tfoot th thead tr ul'
  ).split(' '),
)
const isElement = (node: Node | undefined): node is Element => node !== undefined && 'tagName' in node

/** Children without comments, texts on both sides of one joined. */
function seenIn(nodes: readonly Node[]): (Element | string)[] {
  const seen: (Element | string)[] = []
  for (const node of nodes) {
    const last = seen.at(-1)
    if (isElement(node)) seen.push(node)
    else if (node.nodeName !== '#text' || !('value' in node)) continue
    else if (typeof last === 'string') seen[seen.length - 1] = last + node.value
    else seen.push(node.value)
  }
  return seen
}

const takesNoPlaceBeside = (sibling: Element | string | undefined): boolean =>
  sibling === undefined || (typeof sibling === 'object' && blocks.has(sibling.tagName))

/** A text of markup as it is laid out: white space is one space, lines at the ends of a block nothing. */
function laidOut(text: string, before?: Element | string, after?: Element | string): string {
  const isLine = (spaces: string) => /[\n\r]/.test(spaces)
  const [start = ''] = /^[ \t\n\r\f]*/.exec(text) ?? []
  const [end = ''] = /[ \t\n\r\f]*$/.exec(text) ?? []
  if (start === text)
    return isLine(text) && (takesNoPlaceBeside(before) || takesNoPlaceBeside(after)) ? '' : ' '
  const inner = text.slice(start.length, text.length - end.length).replace(/[ \t\n\r\f]+/g, ' ')
  const edge = (spaces: string, sibling?: Element | string) =>
    spaces === '' || (isLine(spaces) && takesNoPlaceBeside(sibling)) ? '' : ' '
  return `${edge(start, before)}${inner}${edge(end, after)}`
}

/** A text in a template: as it is where that says the same, otherwise as an expression. */
export function textIn(dialect: Dialect, text: string, hasBefore = false, hasAfter = false): string {
  if (text === ' ' && hasBefore && hasAfter) return dialect.space
  const start = hasBefore && text.startsWith(' ') ? ' ' : ''
  const end = hasAfter && text.length > 1 && text.endsWith(' ') ? ' ' : ''
  const inner = text.slice(start.length, text.length - end.length)
  const plain = /^\S+(?: \S+)*$/.test(inner) ? dialect.plain(inner) : undefined
  return plain === undefined ? dialect.expression(text) : `${start}${plain}${end}`
}

function writeChildren(dialect: Dialect, parent: Element): string {
  const seen = seenIn(parent.childNodes)
  const texts = seen.map((child, i) =>
    typeof child !== 'string' || keepsSpaces.has(parent.tagName)
      ? child
      : laidOut(child, seen[i - 1], seen[i + 1]),
  )
  return writeAll(dialect, texts, '')
}

function writeElement(dialect: Dialect, element: Element, slot: string): string {
  const { tagName, attrs } = element
  const given = slot ? [{ name: 'slot', value: slot }, ...attrs.filter(({ name }) => name !== 'slot')] : attrs
  const attributes = given.map(({ name, value, prefix }) =>
    dialect.attribute(prefix ? `${prefix}:${name}` : name, value, element),
  )
  const open = [tagName, ...attributes].join(' ')
  if (isVoid.has(tagName)) return `<${open} />`
  return `<${open}>${writeChildren(dialect, element)}</${tagName}>`
}

function writeAll(dialect: Dialect, nodes: (Element | string)[], slot: string): string {
  const kept = nodes.filter((node) => node !== '')
  return kept
    .map((node, i) =>
      typeof node === 'string'
        ? textIn(dialect, node, i > 0, i < kept.length - 1)
        : writeElement(dialect, node, slot),
    )
    .join('')
}

const canWriteAll = (dialect: Dialect, nodes: readonly Node[]): boolean =>
  nodes.every(
    (node) =>
      !isElement(node) ||
      (!apart.has(node.tagName) &&
        node.attrs.every(({ name }) => /^[A-Za-z_][\w.-]*$/.test(name)) &&
        dialect.canWrite(node) &&
        canWriteAll(dialect, node.childNodes)),
  )

/**
 * Markup in a template. `slot` is the slot of an element that its top nodes go into, empty for the default
 * one; a text at the top of what goes into a named one stands in a `span`, as it does on the bench.
 */
export function markupIn(dialect: Dialect, markup: string, slot = ''): string {
  const { childNodes } = parseFragment(markup)
  if (!canWriteAll(dialect, childNodes)) return dialect.raw(markup, slot)
  const seen = seenIn(childNodes)
  if (!slot) {
    const texts = seen.map((node, i) =>
      typeof node === 'string' ? laidOut(node, seen[i - 1], seen[i + 1]) : node,
    )
    return writeAll(dialect, texts, '')
  }
  return seen
    .map((node) => {
      if (typeof node !== 'string') return writeElement(dialect, node, slot)
      return isWhiteSpace(node) ? '' : spanInSlot(dialect, slot, node)
    })
    .join('')
}

/** A text that goes into a named slot of an element. */
export const spanInSlot = (dialect: Dialect, slot: string, text: string): string => {
  const [span] = parseFragment('<span></span>').childNodes as [Element]
  const content = text === '' ? '' : textIn(dialect, text)
  return `<span ${dialect.attribute('slot', slot, span)}>${content}</span>`
}
