import type { Rgb } from 'culori/fn'
import { dyeOf, type Box, type Ink } from './ink'
import type { SeenPair } from './pair'
import { askedOf, contrastOf, hexOf, over, rgbOf } from './wcag'

/** A picture, four bytes a pixel, row by row from the upper left corner; one pixel is one CSS pixel. */
export interface Pixels {
  width: number
  height: number
  data: Uint8Array
}

/**
 * What was seen of a component: with all that stands over something else in one colour, and without it. Where
 * the two differ something is painted, in whatever colour.
 */
export interface Painted {
  inks: readonly Ink[]
  marked: Pixels
  bare: Pixels
  /** The same again with each of `names`, custom properties of tokens, in a colour of its own. */
  dyed?: { names: readonly string[]; inks: readonly Ink[]; bare: Pixels } | undefined
}

/** Less of what is behind something than this is told of nowhere: a corner, the edge of a line. */
const leastShare = 0.03

/** Pairs of colours as they are painted; what is painted nowhere, hidden or covered, is left out. */
export function pairsOf(painted: Painted): SeenPair[] {
  const dyes = dyesOf(painted)
  const pairs = painted.inks.flatMap((ink, i) => {
    const by = dyes?.nameOf(painted.dyed!.inks[i]?.colour, ink.colour)
    const pair = ink.role === 'edge' ? edgePair(painted, ink, by, dyes) : inkPair(painted, ink, by, dyes)
    return pair ? [{ ink, pair }] : []
  })
  return withDrawingsOnce(pairs)
}

/** Of the shapes of one drawing the one that is seen best: what it stands on may be another shape of it. */
function withDrawingsOnce(pairs: readonly { ink: Ink; pair: SeenPair }[]): SeenPair[] {
  const best = new Map<number, SeenPair>()
  for (const { ink, pair } of pairs) {
    const known = best.get(ink.drawing)
    if (ink.drawing && (!known || pair.ratio > known.ratio)) best.set(ink.drawing, pair)
  }
  return pairs.flatMap(({ ink, pair }) => (!ink.drawing || best.get(ink.drawing) === pair ? [pair] : []))
}

/** What is painted where a picture shows it, with what is behind just there. */
function inkPair(
  { marked, bare, dyed }: Painted,
  ink: Ink,
  by: string | undefined,
  dyes: Dyes | undefined,
): SeenPair | undefined {
  const colour = rgbOf(ink.colour)
  if (!colour || colour.alpha === 0) return undefined
  const behind = new Tally()
  for (const box of ink.boxes)
    for (const at of pixelsIn(box, bare)) if (!isSame(marked, bare, at)) behind.add(bare, at)
  return pairOn(ink, { colour, by }, behind, dyed?.bare, dyes)
}

/** A field is told from what is around it by its edge, or by what fills it: by the better of the two. */
function edgePair(
  { bare, dyed }: Painted,
  ink: Ink,
  by: string | undefined,
  dyes: Dyes | undefined,
): SeenPair | undefined {
  const [whole, inside] = ink.boxes
  const colour = rgbOf(ink.colour)
  if (!whole || !inside || !colour) return undefined
  const outside = new Tally()
  const filled = new Tally()
  for (const at of pixelsIn(strip(whole, ink.says, 'outside'), bare)) outside.add(bare, at)
  for (const at of pixelsIn(strip(inside, ink.says, 'inside'), bare)) filled.add(bare, at)
  const fill = filled.most()
  const byEdge = pairOn(ink, { colour, by }, outside, dyed?.bare, dyes)
  const fillBy = fill && dyed && dyes?.nameAt(dyed.bare, fill)
  const byFill = fill && pairOn(ink, { colour: fill.colour, by: fillBy }, outside, dyed?.bare, dyes)
  return byEdge && byFill && byFill.ratio > byEdge.ratio ? byFill : byEdge
}

/**
 * A line one pixel wide along a side of a box, outside of it or inside; past the pixels that a side between
 * two of them may have a part of.
 */
function strip({ x, y, width, height }: Box, side: string, where: 'outside' | 'inside'): Box {
  const isOutside = where === 'outside'
  const before = (edge: number): number => (isOutside ? Math.floor(edge) - 1 : Math.ceil(edge) + 1)
  const after = (edge: number): number => (isOutside ? Math.ceil(edge) : Math.floor(edge) - 2)
  // corners may be round
  const along = { x: x + width * 0.2, width: Math.max(1, width * 0.6), height: 1 }
  const across = { y: y + height * 0.2, height: Math.max(1, height * 0.6), width: 1 }
  switch (side) {
    case 'left':
      return { ...across, x: before(x) }
    case 'right':
      return { ...across, x: after(x + width) }
    case 'top':
      return { ...along, y: before(y) }
    default:
      return { ...along, y: after(y + height) }
  }
}

/** The pair of a colour with the worst of what is behind it. */
function pairOn(
  ink: Ink,
  { colour, by }: { colour: Rgb; by: string | undefined },
  behind: Tally,
  dyed: Pixels | undefined,
  dyes: Dyes | undefined,
): SeenPair | undefined {
  let worst: { shown: Rgb; ground: Ground; ratio: number } | undefined
  const grounds = behind.grounds()
  for (const ground of grounds) {
    const shown = over(colour, ground.colour, ink.opacity)
    const ratio = contrastOf(shown, ground.colour)
    if (!worst || ratio < worst.ratio) worst = { shown, ground, ratio }
  }
  if (!worst) return undefined
  const { shown, ground, ratio } = worst
  const groundBy = dyed && dyes?.nameAt(dyed, ground)
  return {
    role: ink.role,
    at: ink.at,
    says: ink.role === 'edge' ? '' : ink.says,
    text: hexOf(shown),
    ground: hexOf(ground.colour),
    ratio,
    wants: askedOf[ink.role],
    varies: grounds.length > 1,
    through: (colour.alpha ?? 1) * ink.opacity < 1,
    ...(by ? { by } : {}),
    ...(groundBy ? { groundBy } : {}),
  }
}

/** What of a page may be painted otherwise for the focus to be what did it: else the page was moved. */
const mostOfPage = 0.5
/** A colour with less of what changed is none of the mark: a corner, the edge of a line. */
const leastOfMark = 0.08

/**
 * The mark of the focus: what is painted otherwise with it than without, in the colour of it that is told
 * best from what was there before; nothing where there is none, or the whole page moved. `dyed` is the
 * picture with the focus again, each of the custom properties in a colour of its own.
 */
export function focusPair(
  before: Pixels,
  after: Pixels,
  dyed?: { names: readonly string[]; bare: Pixels },
): Pick<SeenPair, 'text' | 'ground' | 'ratio' | 'by'> | undefined {
  const marks = new Map<number, Tally>()
  let changed = 0
  for (let at = 0; at < before.data.length; at += 4) {
    if (isSame(before, after, at)) continue
    changed++
    const bytes = packed(after, at)
    const known = marks.get(bytes) ?? new Tally()
    marks.set(bytes, known)
    known.add(before, at)
  }
  if (!changed || changed > (before.data.length / 4) * mostOfPage) return undefined
  const large = [...marks].filter(([, behind]) => behind.size >= changed * leastOfMark)
  const [best] = large
    .map(([bytes, behind]) => {
      const ground = behind.most()!
      const colour = colourOf(bytes)
      return { colour, bytes, ground, ratio: contrastOf(colour, ground.colour) }
    })
    .sort((a, b) => b.ratio - a.ratio)
  if (!best) return undefined
  const by = dyed && dyesIn(dyed.names).nameAt(dyed.bare, { ...best, at: best.ground.at })
  return {
    text: hexOf(best.colour),
    ground: hexOf(best.ground.colour),
    ratio: best.ratio,
    ...(by ? { by } : {}),
  }
}

/** Offsets of the pixels of a box that a picture has. */
function* pixelsIn({ x, y, width, height }: Box, picture: Pixels): Generator<number> {
  const [left, top] = [Math.max(0, Math.floor(x)), Math.max(0, Math.floor(y))]
  const right = Math.min(picture.width, Math.ceil(x + width))
  const bottom = Math.min(picture.height, Math.ceil(y + height))
  for (let row = top; row < bottom; row++)
    for (let column = left; column < right; column++) yield (row * picture.width + column) * 4
}

const isSame = (left: Pixels, right: Pixels, at: number): boolean => packed(left, at) === packed(right, at)

const packed = ({ data }: Pixels, at: number): number =>
  (data[at]! << 16) | (data[at + 1]! << 8) | data[at + 2]!

/** A colour behind something, with where it is. */
interface Ground {
  colour: Rgb
  at: number
  /** Which bytes it is, as one number. */
  bytes: number
}

/** Counts the colours behind something. */
class Tally {
  private readonly counts = new Map<number, { count: number; at: number }>()
  private total = 0

  get size(): number {
    return this.total
  }

  add(picture: Pixels, at: number): void {
    const bytes = packed(picture, at)
    const known = this.counts.get(bytes)
    if (known) known.count++
    else this.counts.set(bytes, { count: 1, at })
    this.total++
  }

  /** Those that are behind enough of it; all of them where none is, as in a picture or a gradient. */
  grounds(): Ground[] {
    const all = [...this.counts]
    const many = all.filter(([, { count }]) => count >= this.total * leastShare)
    return (many.length ? many : all).map(([bytes, { at }]) => ({ colour: colourOf(bytes), at, bytes }))
  }
  most(): Ground | undefined {
    const first = [...this.counts].sort(([, a], [, b]) => b.count - a.count)[0]
    return first && { colour: colourOf(first[0]), at: first[1].at, bytes: first[0] }
  }
}
const colourOf = (bytes: number): Rgb => ({
  mode: 'rgb',
  r: (bytes >> 16) / 255,
  g: ((bytes >> 8) & 255) / 255,
  b: (bytes & 255) / 255,
})

/** Tells by its dye which custom property a colour came by. */
interface Dyes {
  nameOf(dyed: string | undefined, plain: string): string | undefined
  nameAt(picture: Pixels, ground: Ground): string | undefined
}
const dyesOf = ({ dyed }: Painted): Dyes | undefined => dyed && dyesIn(dyed.names)
function dyesIn(properties: readonly string[]): Dyes {
  const names = new Map(
    properties.map((name, i) => {
      const [r, g, b] = dyeOf(i)
      return [(r << 16) | (g << 8) | b, name] as const
    }),
  )
  const bytesOf = (colour: Rgb): number =>
    (Math.round(colour.r * 255) << 16) | (Math.round(colour.g * 255) << 8) | Math.round(colour.b * 255)
  return {
    nameOf(text, plain) {
      const colour = text === undefined || text === plain ? undefined : rgbOf(text)
      return colour && names.get(bytesOf(colour))
    },
    nameAt(picture, { at, bytes }) {
      const now = packed(picture, at)
      return now === bytes ? undefined : names.get(now)
    },
  }
}
