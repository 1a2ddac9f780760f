import { done, type Outcome } from '../problem'
import type { Glyph } from './glyph'
import { painting, safeElement, type Notes } from './safe'
import { svgTree, type SvgElement } from './svg-tree'

/** Attributes that say in what something is painted. */
const paints = ['fill', 'stroke', 'stop-color', 'color']
/** No paint, or one that comes from elsewhere. */
const isNoColour = (value: string): boolean =>
  /^(none|transparent|inherit|currentcolor|context-fill|context-stroke|url\(.*)$/i.test(value.trim())

/** The glyphs of an SVG file: each symbol of a sprite by its `id`, else the whole under the given name. */
export function glyphsOfSvg(text: string, file: string, name: string): Outcome<Glyph[]> {
  const tree = svgTree(text, file)
  if (!tree.ok) return tree
  const symbols = symbolsIn(tree.value)
  return done(
    symbols.length > 0
      ? symbols.map((symbol) => glyphOf(symbol, symbol.attributes.id!, sharedIn(tree.value)))
      : [glyphOf(tree.value, name)],
  )
}

const symbolsIn = (element: SvgElement): SvgElement[] =>
  element.children.flatMap((child) =>
    child.name === 'symbol' ? (child.attributes.id ? [child] : []) : symbolsIn(child),
  )
/** What symbols may refer to: gradients and shapes that stand beside them. */
const sharedIn = (element: SvgElement): SvgElement[] =>
  element.children
    .filter(({ name }) => name === 'defs')
    .map((defs) => ({ ...defs, children: defs.children.filter(({ name }) => name !== 'symbol') }))
    .filter(({ children }) => children.length > 0)

/**
 * A drawing as a glyph: made safe, as large as it says, painted in the colour of text where it is painted in
 * one colour only.
 */
function glyphOf(drawing: SvgElement, name: string, shared: readonly SvgElement[] = []): Glyph {
  const notes: Notes = new Set()
  const root = safeElement({ ...drawing, children: [...shared, ...drawing.children] }, notes)
  const colours = coloursIn(root)
  const isColoured = colours.size > 1
  if (isColoured) notes.add(`It keeps its own colours, ${colours.size} of them.`)
  const painted = isColoured ? root : inTextColour(root)
  const prefix = `${name.replaceAll(/[^\w-]/g, '-')}-`
  return {
    name,
    box: boxOf(drawing, notes),
    body: painted.children.map((child) => printed(child, prefix)).join(''),
    paint: Object.fromEntries(Object.entries(painted.attributes).filter(([key]) => painting.has(key))),
    isColoured,
    notes: [...notes],
  }
}

function boxOf({ attributes }: SvgElement, notes: Notes): Glyph['box'] {
  const box = (attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  if (box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0) return box as Glyph['box']
  const [width, height] = [attributes.width, attributes.height].map((text) => Number.parseFloat(text ?? ''))
  if (width! > 0 && height! > 0) return [0, 0, width!, height!]
  notes.add('It does not say how large it is; 24 by 24 is taken.')
  return [0, 0, 24, 24]
}

/** Colours in which something is painted; black where nothing is said is one. */
function coloursIn(element: SvgElement, found = new Set<string>()): Set<string> {
  for (const name of paints) {
    const value = element.attributes[name]
    if (value !== undefined && !isNoColour(value)) found.add(value.trim().toLowerCase())
  }
  for (const child of element.children) coloursIn(child, found)
  return found
}

const inTextColour = (element: SvgElement): SvgElement => ({
  ...element,
  attributes: Object.fromEntries(
    Object.entries(element.attributes).flatMap(([name, value]) => {
      if (!paints.includes(name) || isNoColour(value)) return [[name, value]]
      return name === 'color' ? [] : [[name, 'currentColor']]
    }),
  ),
  children: element.children.map(inTextColour),
})

/** An element as text, with its names made its own: a page holds many glyphs. */
function printed({ name, attributes, children }: SvgElement, prefix: string): string {
  const told = Object.entries(attributes).map(
    ([key, value]) => ` ${key}="${escaped(ownName(key, value, prefix))}"`,
  )
  const open = `<${name}${told.join('')}`
  return children.length
    ? `${open}>${children.map((child) => printed(child, prefix)).join('')}</${name}>`
    : `${open}/>`
}

function ownName(key: string, value: string, prefix: string): string {
  if (key === 'id') return prefix + value
  if (key === 'href') return `#${prefix}${value.slice(1)}`
  return value.replace(/^url\(\s*["']?#([^)"']+)["']?\s*\)$/i, (_all, id: string) => `url(#${prefix}${id})`)
}

/** A text as it stands in an attribute in double quotes. */
export const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
