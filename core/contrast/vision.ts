/** Ways of seeing colours: with all three kinds of cones, without one of them, without any. */
export const sights = ['usual', 'no-red', 'no-green', 'no-blue', 'no-colour'] as const
export type Sight = (typeof sights)[number]

/** What each is called. */
export const sightTitles: Readonly<Record<Sight, { title: string; note?: string }>> = {
  usual: { title: 'all colours' },
  'no-red': { title: 'no red', note: 'protanopia' },
  'no-green': { title: 'no green', note: 'deuteranopia' },
  'no-blue': { title: 'no blue', note: 'tritanopia' },
  'no-colour': { title: 'no colour', note: 'achromatopsia' },
}

type Matrix = readonly [number, number, number, number, number, number, number, number, number]

/**
 * What becomes of red, green and blue light, row by row, in linear sRGB: Machado, Oliveira and Fernandes, “A
 * Physiologically-based Model for Simulation of Color Vision Deficiency” (2009), severity 1; without cones
 * the relative luminance of WCAG 2.2.
 */
const matrices: Readonly<Record<Exclude<Sight, 'usual'>, Matrix>> = {
  'no-red': [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  'no-green': [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
  'no-blue': [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
  'no-colour': [0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722],
}

/**
 * The values of an `feColorMatrix` (Filter Effects Module Level 1, 9.6) by which it looks so; it works in
 * linear sRGB.
 */
export function sightMatrix(sight: Exclude<Sight, 'usual'>): string {
  const [rr, rg, rb, gr, gg, gb, br, bg, bb] = matrices[sight]
  return [rr, rg, rb, 0, 0, gr, gg, gb, 0, 0, br, bg, bb, 0, 0, 0, 0, 0, 1, 0].join(' ')
}
