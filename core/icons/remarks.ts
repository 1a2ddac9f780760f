// What is otherwise about a glyph than about those it stands among.

/** A glyph as it was drawn and measured: shares are of the square it is shown in. */
export interface MeasuredGlyph {
  role: string
  /** Units of its own in which it is drawn, `16 × 16`. */
  grid: string
  /** Characters of its drawing. */
  length: number
  /** How much of the square is painted. */
  ink: number
  /** The longer side of what is painted. */
  reach: number
}

export interface GlyphRemark {
  role: string
  says: string
}

/** Glyphs that there must be at least to say that one is unlike them. */
const leastAlike = 3
/** Characters past which a drawing costs whoever loads it. */
const mostLength = 4000
/** How much heavier or lighter, and how much larger, a glyph may be than is usual among its neighbours. */
const [mostInk, mostReach] = [2, 1.3]

/** What is remarked of the glyphs that are worn beside one another. */
export function remarksOn(glyphs: readonly MeasuredGlyph[]): GlyphRemark[] {
  const remarks = glyphs.flatMap(({ role, length }) =>
    length > mostLength
      ? [{ role, says: `Its drawing has ${length} characters; a simpler one loads faster.` }]
      : [],
  )
  if (glyphs.length < leastAlike) return remarks
  const grid = mostFrequent(glyphs.map((glyph) => glyph.grid))
  const ink = median(glyphs.map((glyph) => glyph.ink))
  const reach = median(glyphs.map((glyph) => glyph.reach))
  for (const glyph of glyphs) {
    const { role } = glyph
    if (grid && glyph.grid !== grid)
      remarks.push({ role, says: `It is drawn on ${glyph.grid}, the others on ${grid}.` })
    if (glyph.ink === 0) remarks.push({ role, says: 'Nothing of it is to be seen.' })
    else if (glyph.ink > ink * mostInk)
      remarks.push({ role, says: `It is ${times(glyph.ink / ink)} as heavy as those beside it.` })
    else if (glyph.ink * mostInk < ink)
      remarks.push({ role, says: `It is ${times(ink / glyph.ink)} lighter than those beside it.` })
    if (glyph.reach > reach * mostReach)
      remarks.push({ role, says: `It is ${times(glyph.reach / reach)} as large as those beside it.` })
  }
  return remarks
}

const times = (ratio: number): string => `${ratio.toFixed(1)} times`

const median = (numbers: readonly number[]): number => {
  const sorted = numbers.toSorted((a, b) => a - b)
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0
}

/** What more than half of them are; nothing where there is no such. */
function mostFrequent(texts: readonly string[]): string | undefined {
  return texts.find((text) => texts.filter((other) => other === text).length * 2 > texts.length)
}
