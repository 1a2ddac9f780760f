import { clampChroma, converter, type Oklch, type Rgb } from 'culori/fn'
import { apart } from '../tokens/nearness'
import { contrastOf, hexOf } from './wcag'

const toOklch = converter('oklch')
const toRgb = converter('rgb')

/** A ground, with the contrast that is asked for on it. */
export interface AskedOn {
  ground: Rgb
  wants: number
}

export const passesOn = (colour: Rgb, asked: readonly AskedOn[]): boolean =>
  asked.every(({ ground, wants }) => contrastOf(colour, ground) >= wants)

/** Steps of lightness that are tried, each way. */
const steps = 200

/**
 * The nearest colour that reads on all of these grounds: of the same hue, as colourful as a screen can show
 * at its lightness; nothing where no lightness does, as on a light and a dark ground at once.
 */
export function nearestPassing(
  colour: Rgb,
  asked: readonly AskedOn[],
): { hex: string; distance: number } | undefined {
  const from = toOklch(colour)
  const found = [-1, 1].flatMap((way) => firstPassing(from, way, asked) ?? [])
  const nearest = found
    .map((candidate) => ({ hex: hexOf(candidate), distance: apart(colour, candidate) }))
    .sort((a, b) => a.distance - b.distance)
  return nearest[0]
}

/** The first that reads, darker or lighter step by step; as it is written in eight bits a channel. */
function firstPassing(from: Oklch, way: number, asked: readonly AskedOn[]): Rgb | undefined {
  for (let step = 0; step <= steps; step++) {
    const l = Math.min(1, Math.max(0, from.l + (way * step) / steps))
    const candidate = asWritten(toRgb(clampChroma({ ...from, l }, 'oklch')))
    if (passesOn(candidate, asked)) return candidate
    if (step > 0 && (l === 0 || l === 1)) return undefined
  }
  return undefined
}

const asWritten = (colour: Rgb): Rgb => {
  const { r, g, b } = toRgb(colour)
  const [red, green, blue] = [r, g, b].map(
    (channel) => Math.round(Math.min(1, Math.max(0, channel)) * 255) / 255,
  )
  return { mode: 'rgb', r: red!, g: green!, b: blue! }
}
