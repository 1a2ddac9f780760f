import { converter, differenceCiede2000, modeLab65, useMode, type Rgb } from 'culori/fn'
import { readColour } from './color'
import type { Resolved } from './resolve'

useMode(modeLab65)
/** How far two opaque colours are apart as people see it (CIEDE2000). */
export const apart = differenceCiede2000()
const toRgb = converter('rgb')

/** Colours that were read last: a library has few, and asks for each of them again and again. */
const known = new Map<string, Rgb | undefined>()
function rgbOf(text: string): Rgb | undefined {
  if (!known.has(text)) {
    if (known.size > 20_000) known.clear()
    const colour = readColour(text)
    known.set(text, colour && toRgb(colour))
  }
  return known.get(text)
}

/** Where one channel differs by more than this nobody takes two colours for one. */
const mostInChannel = 0.2
const isFar = (left: Rgb, right: Rgb): boolean =>
  (['r', 'g', 'b'] as const).some((channel) => Math.abs(left[channel] - right[channel]) > mostInChannel)

/**
 * Below this nobody sees two colours apart, side by side; up to the other they may be taken for one
 * (CIEDE2000).
 */
export const unseen = 0.5
const nearly = 1.5

/**
 * How far two colours are apart as people see it (CIEDE2000), transparency apart; `undefined` where one is
 * none.
 */
export function colourDistance(left: string, right: string): number | undefined {
  const [first, second] = [rgbOf(left), rgbOf(right)]
  if (!first || !second) return undefined
  // one that lets through more of what is behind it is another colour
  if (Math.abs((first.alpha ?? 1) - (second.alpha ?? 1)) > 0.02) return undefined
  return isFar(first, second) ? Infinity : apart(first, second)
}

/**
 * Lengths and times in one way of writing: `.5s` is `500ms`, `0` has no unit; anything else in small
 * letters.
 */
function plainValue(css: string): string {
  const text = css.trim().replace(/\s+/g, ' ').toLowerCase()
  const amount = /^([+-]?(?:\d+\.?\d*|\.\d+))(px|rem|em|ms|s|%)?$/.exec(text)
  if (!amount) return text
  const [, digits, unit = ''] = amount
  const value = Number(digits)
  if (value === 0) return '0'
  return unit === 's' ? `${value * 1000}ms` : `${value}${unit}`
}

/** Whether two values come to the same: colours that nobody sees apart, or the same text. */
export function isSameValue(left: string, right: string): boolean {
  const distance = colourDistance(left, right)
  return distance === undefined ? plainValue(left) === plainValue(right) : distance < unseen
}

/**
 * A token with how far its value is from another: of colours by CIEDE2000, of anything else 0 or not at all.
 */
export interface Near {
  token: Resolved
  distance: number
}

/** Tokens of a type by how near their values are, nearest first; those too far to be meant left out. */
export function nearestTokens(css: string, tokens: Iterable<Resolved>, type: string): Near[] {
  const near: Near[] = []
  for (const token of tokens) {
    if (token.type !== type) continue
    const distance =
      type === 'color' ? colourDistance(css, token.css) : isSameValue(css, token.css) ? 0 : undefined
    if (distance !== undefined && distance <= nearly) near.push({ token, distance })
  }
  return near.sort((a, b) => a.distance - b.distance)
}
