import styleToObject from 'style-to-object'
import type { SvgElement } from './svg-tree'

// What may stand in a glyph (SVG 2): drawing, and nothing that runs, loads or leads anywhere.

const elements = new Set([
  ...['svg', 'g', 'defs', 'symbol', 'use', 'path', 'rect', 'circle', 'ellipse', 'line', 'polyline'],
  ...['polygon', 'clipPath', 'mask', 'linearGradient', 'radialGradient', 'stop'],
])
/** Left out without a word: they draw nothing. */
const silent = new Set(['title', 'desc', 'metadata', 'style'])
const ofEditors = /^(sodipodi|inkscape|rdf|cc|dc|xmlns|sketch|serif)(:|$)/

/** How something is painted (SVG 2, 6.6), which an `svg` element hands down to what stands in it. */
export const painting = new Set([
  ...['fill', 'fill-opacity', 'fill-rule', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin'],
  ...['stroke-miterlimit', 'stroke-dasharray', 'stroke-dashoffset', 'stroke-opacity', 'color', 'opacity'],
])
const attributes = new Set([
  ...painting,
  ...['id', 'd', 'x', 'y', 'x1', 'y1', 'x2', 'y2', 'cx', 'cy', 'r', 'rx', 'ry', 'fx', 'fy', 'fr'],
  ...['width', 'height', 'points', 'transform', 'viewBox', 'preserveAspectRatio', 'href', 'offset'],
  ...['stop-color', 'stop-opacity', 'clip-path', 'clip-rule', 'mask', 'mask-type', 'vector-effect'],
  ...['gradientUnits', 'gradientTransform', 'spreadMethod', 'clipPathUnits', 'maskUnits'],
  ...['maskContentUnits', 'paint-order', 'display', 'visibility'],
])

/** Left out, as sentences, each once. */
export type Notes = Set<string>

/** The same drawing without whatever is no drawing. */
export function safeElement(element: SvgElement, notes: Notes): SvgElement {
  return {
    name: element.name,
    attributes: safeAttributes(element, notes),
    children: element.children
      .filter(({ name }) => {
        if (elements.has(name)) return true
        if (!silent.has(name) && !ofEditors.test(name)) notes.add(`An element “${name}” was left out.`)
        else if (name === 'style') notes.add('A style sheet in it was left out.')
        return false
      })
      .map((child) => safeElement(child, notes)),
  }
}

function safeAttributes(element: SvgElement, notes: Notes): Record<string, string> {
  const given = Object.entries(element.attributes).flatMap(([name, value]): [string, string][] => {
    if (name === 'style') return stylesOf(value)
    return [[name === 'xlink:href' ? 'href' : name, value]]
  })
  const kept = given.filter(([name, value]) => {
    if (/^on/i.test(name)) notes.add(`A script (${name}) was left out.`)
    if (!attributes.has(name)) return false
    if (name === 'href' && !value.startsWith('#')) {
      notes.add('A link to something outside of it was left out.')
      return false
    }
    if (/url\(/i.test(value) && !/^url\(\s*["']?#[^)"']+["']?\s*\)$/i.test(value)) {
      notes.add('A link to something outside of it was left out.')
      return false
    }
    return true
  })
  return Object.fromEntries(kept)
}

/** Declarations of a `style` attribute (CSS Style Attributes) as attributes; none where it cannot be read. */
function stylesOf(text: string): [string, string][] {
  try {
    return Object.entries(styleToObject(text) ?? {})
  } catch {
    return []
  }
}
