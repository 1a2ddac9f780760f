import { z } from 'zod'
import { done, type Outcome } from '../problem'
import { color } from './color'
import { cssOfFields, parseFields, readFields, showFields, type Composite } from './composite'
import { dimension, extent } from './dimension'
import { misread, type TokenKind } from './kind'
import { entriesIn, wordsIn } from './pieces'
import { parseReference, showReference } from './references'

/** Design Tokens Format Module, section Shadow: one, or several, the one on top first. */
const fields = {
  color: { kind: color as TokenKind },
  offsetX: { kind: dimension as TokenKind },
  offsetY: { kind: dimension as TokenKind },
  blur: { kind: extent as TokenKind },
  spread: { kind: dimension as TokenKind },
}
const todo = 'Write inset where it is one, two offsets, blur, spread and colour: 0 1px 3px 0 #11344A33.'
const mostLayers = 20

/** A layer in the format has `inset` besides; a layer may itself have been a list, by an alias. */
function readLayers(value: unknown): Outcome<Composite[]> {
  const written = Array.isArray(value) ? value.flat() : [value]
  if (written.length === 0 || written.length > mostLayers) return misread('shadow', todo)
  const layers: Composite[] = []
  for (const layer of written) {
    const read = readFields('shadow', fields, layer)
    if (!read.ok) return read
    const inset = z.object({ inset: z.boolean() }).safeParse(layer)
    layers.push({ ...read.value, ...(inset.success && inset.data.inset ? { inset: true } : {}) })
  }
  return done(layers)
}

const write = (fieldsOf: typeof showFields) => (layer: unknown) => {
  const reference = showReference(layer)
  if (reference !== undefined) return reference
  const value = layer as Composite
  const { offsetX, offsetY, blur, spread, color: colour } = fieldsOf(fields, value)
  return `${value.inset ? 'inset ' : ''}${offsetX} ${offsetY} ${blur} ${spread} ${colour}`
}

/**
 * A layer as CSS writes it (CSS Backgrounds and Borders 3, section 7.1): `inset` and the colour at either
 * end, blur and spread nothing where they are left out. A colour is always written: the format has none that
 * is not.
 */
function parseLayer(text: string): Outcome<unknown> {
  const reference = parseReference(text)
  if (reference !== undefined) return done(reference)
  const words = wordsIn(text)
  const isInset = words[0] === 'inset' || words.at(-1) === 'inset'
  const [first, ...others] = words.filter((word, i) => word !== 'inset' || (i > 0 && i < words.length - 1))
  const isColourFirst = first !== undefined && color.parse(first).ok
  const [lengths, colour] = isColourFirst ? [others, first] : [[first, ...others.slice(0, -1)], others.at(-1)]
  const [offsetX, offsetY, blur = '0px', spread = '0px', ...rest] = lengths
  if (rest.length) return misread('shadow', todo)
  const read = parseFields('shadow', fields, { offsetX, offsetY, blur, spread, color: colour }, todo)
  return read.ok && isInset ? done({ ...read.value, inset: true }) : read
}

export const shadow: TokenKind<Composite[]> = {
  type: 'shadow',
  read: readLayers,
  parse(text) {
    const layers: unknown[] = []
    for (const entry of entriesIn(text)) {
      const layer = parseLayer(entry)
      if (!layer.ok) return layer
      layers.push(layer.value)
    }
    // as it is written: a layer may be a reference
    return done(layers as Composite[])
  },
  show: (value) => listOf(value).map(write(showFields)).join(', '),
  css: (value) => listOf(value).map(write(cssOfFields)).join(', '),
}

/** As it is written, one layer may stand without its list. */
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : [value])
