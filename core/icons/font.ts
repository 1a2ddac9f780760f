import { create, type Font } from 'fontkit'
import { done, refused, type Outcome } from '../problem'
import { mostGlyphs, type Glyph } from './glyph'

/** What a font's characters are called, by code point, as a sheet beside it says. */
type NamesByPoint = ReadonlyMap<number, string>

/**
 * Blocks of Unicode that hold no writing: arrows to miscellaneous symbols, private use (which icon fonts
 * take), and pictographs.
 */
const blocks = [
  [0x2190, 0x2bff],
  [0xe000, 0xf8ff],
  [0x1f000, 0x1faff],
  [0xf0000, 0x10ffff],
] as const
const isPicture = (point: number): boolean => blocks.some(([first, last]) => point >= first && point <= last)

/**
 * The glyphs of an icon font (TrueType, OpenType, WOFF or WOFF2), under the names that a sheet beside it has,
 * that the font has, or that their code points make.
 */
export function glyphsOfFont(bytes: Uint8Array, file: string, names: NamesByPoint): Outcome<Glyph[]> {
  let font: Font
  try {
    const made = create(bytes as Parameters<typeof create>[0])
    if ('fonts' in made)
      return refused({
        code: 'font-many',
        what: 'This file holds several fonts.',
        where: { file },
        todo: 'Bring in one font at a time.',
      })
    font = made
  } catch {
    return refused({
      code: 'font-broken',
      what: 'This font cannot be read.',
      where: { file },
      todo: 'Bring in a TrueType, OpenType, WOFF or WOFF2 file.',
    })
  }
  const points = font.characterSet.filter((point) => names.has(point) || isPicture(point))
  const glyphs = points.slice(0, mostGlyphs).flatMap((point) => glyphAt(font, point, names) ?? [])
  return glyphs.length > 0
    ? done(named(glyphs))
    : refused({
        code: 'font-no-icons',
        what: 'There are letters in this font, and no icons.',
        where: { file },
        todo: 'Bring in the sheet with it that says which characters are icons, if some are.',
      })
}

function glyphAt(font: Font, point: number, names: NamesByPoint): Glyph | undefined {
  const glyph = font.glyphForCodePoint(point)
  const { commands } = glyph.path
  if (commands.length === 0) return undefined
  // fonts count upwards from the line that letters stand on, pages downwards from the top
  const drawn = glyph.path.scale(1, -1).translate(0, font.ascent).toSVG()
  const name = names.get(point) ?? (nameIn(glyph) || pointName(point))
  return {
    name,
    box: [0, 0, Math.max(1, glyph.advanceWidth), Math.max(1, font.ascent - font.descent)],
    body: `<path d="${drawn}"/>`,
    paint: {},
    isColoured: false,
    notes: [],
  }
}

/** The name a font has for a glyph; none where it only numbers them, or is named by its code point. */
function nameIn({ name }: { name: string | null }): string {
  if (!name || /^(\.notdef|glyph\d+|uni[0-9a-f]{4,}|u[0-9a-f]{4,6}|cid\d+)$/i.test(name)) return ''
  return name
}
const pointName = (point: number): string => `u-${point.toString(16).padStart(4, '0')}`

/** Several characters may be the same glyph: each name once. */
function named(glyphs: readonly Glyph[]): Glyph[] {
  const byName = new Map<string, Glyph>()
  for (const glyph of glyphs) if (!byName.has(glyph.name)) byName.set(glyph.name, glyph)
  return [...byName.values()]
}
