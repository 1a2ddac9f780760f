import { blend, converter, formatHex, wcagContrast, type Color, type Rgb } from 'culori/fn'
import { readColour } from '../tokens/color'
import type { InkRole } from './ink'

const toRgb = converter('rgb')

/** The least contrast that is asked of each, to 1 (WCAG 2.2, 1.4.3 and 1.4.11); of an ornament nothing. */
export const askedOf: Readonly<Record<InkRole, number>> = {
  text: 4.5,
  large: 3,
  drawing: 3,
  ornament: 0,
  edge: 3,
  focus: 3,
}

/** A colour as CSS writes it, in sRGB; nothing where it is none. */
export function rgbOf(text: string): Rgb | undefined {
  const colour = readColour(text)
  return colour && toRgb(colour)
}

/**
 * What is seen of a colour over an opaque ground; `share` is how much of it is let through besides its own
 * transparency, from 0 to 1.
 */
export function over(colour: Color, ground: Color, share = 1): Rgb {
  const alpha = (colour.alpha ?? 1) * share
  return toRgb(blend([ground, { ...toRgb(colour), alpha }]))
}

/**
 * The contrast of two opaque colours, from 1 to 21, rounded down to hundredths so that nothing passes by
 * rounding.
 */
export const contrastOf = (text: Color, ground: Color): number =>
  Math.floor(wcagContrast(text, ground) * 100 + 1e-6) / 100

export const hexOf = (colour: Color): string => formatHex(colour)
