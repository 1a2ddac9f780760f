import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { Lines } from '../../read/source/lines'
import type { SourceText } from '../../read/source/source-text'
import type { IconUse } from '../glyph'
import type { IconWay } from './way'

type Element = DefaultTreeAdapterMap['element']

/** Symbols of a sprite with the offsets of what they are. */
function symbolsIn({ text }: SourceText): { id: string; start: number; end: number }[] {
  if (!/<symbol[\s>]/i.test(text)) return []
  const found: { id: string; start: number; end: number }[] = []
  const visit = (node: DefaultTreeAdapterMap['node']): void => {
    if ('tagName' in node && node.tagName === 'symbol') {
      const id = attributeOf(node, 'id')
      const place = node.sourceCodeLocation
      if (id && place) found.push({ id, start: place.startOffset, end: place.endOffset })
    }
    if ('childNodes' in node) node.childNodes.forEach(visit)
  }
  visit(parseFragment(text, { sourceCodeLocationInfo: true }))
  return found
}
const attributeOf = (element: Element, name: string): string | undefined =>
  element.attrs.find((attribute) => attribute.name === name)?.value

/** A symbol as a drawing of its own, and back. */
const asDrawing = (symbol: string): string =>
  symbol.replace(/^<symbol/i, '<svg').replace(/<\/symbol\s*>$/i, '</svg>')
const asSymbol = (drawing: string): string =>
  drawing.replace(/^<svg/, '<symbol').replace(/<\/svg>$/, '</symbol>')

/** The role that a `use` element asks for: what stands behind the `#` of its address. */
const roleAsked = (attributes: Readonly<Record<string, string>>): string | undefined =>
  /#([^#]+)$/.exec(attributes.href ?? attributes['xlink:href'] ?? '')?.[1]

/** An SVG file of symbols, which `use` elements name. */
export const sprite: IconWay = {
  way: 'sprite',
  find: ({ files }) =>
    files
      .filter((file) => /\.svg$/i.test(file.path) && symbolsIn(file).length > 0)
      .map(({ path }) => ({ way: 'sprite', path })),
  glyphs: ({ path }, { files }) =>
    files
      .filter((file) => file.path === path)
      .flatMap((file) => {
        const lines = new Lines(file.text)
        return symbolsIn(file).map(({ id, start, end }) => ({
          role: id,
          svg: asDrawing(file.text.slice(start, end)),
          file: path,
          line: lines.before(start) + 1,
        }))
      }),
  uses: (store, source) => {
    const roles = new Set(sprite.glyphs(store, source).map(({ role }) => role))
    return source.written().elements.flatMap(({ tag, attributes, place }): IconUse[] => {
      if (tag !== 'use') return []
      const role = roleAsked(attributes)
      // an address that is put together is asked for by what it comes to
      if (role === undefined) return [{ role: undefined, ...place }]
      return roles.has(role) ? [{ role, ...place }] : []
    })
  },
  swap: ({ path }, { files }, drawings) =>
    files
      .filter((file) => file.path === path)
      .flatMap((file) => {
        let text = file.text
        for (const { id, start, end } of symbolsIn(file).toReversed()) {
          const drawing = drawings.get(id)
          if (drawing !== undefined) text = text.slice(0, start) + asSymbol(drawing) + text.slice(end)
        }
        return text === file.text ? [] : [{ ...file, text }]
      }),
}
