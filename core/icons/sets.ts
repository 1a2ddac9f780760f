import { Tokens, walkSheet } from '../style/sheet'
import type { Problem } from '../problem'
import { glyphsOfFont } from './font'
import { mostGlyphs, type Glyph } from './glyph'
import { glyphsOfSvg } from './svg'

/** A file that a set is made of: text, or bytes of a font. */
export interface SetFile {
  path: string
  content: string | Uint8Array
}

export interface ReadSet {
  glyphs: Glyph[]
  problems: Problem[]
}

/**
 * The glyphs in some files: SVG files by their names, symbols of sprites by their `id`, characters of fonts
 * by what a sheet among the files calls them. A file that cannot be taken costs no other.
 */
export function setOfFiles(files: readonly SetFile[]): ReadSet {
  const problems: Problem[] = []
  const glyphs = new Map<string, Glyph>()
  const names = namesIn(files)
  for (const { path, content } of files) {
    if (isSheet(path)) continue
    const read =
      typeof content === 'string'
        ? glyphsOfSvg(content, path, stemOf(path))
        : glyphsOfFont(content, path, names)
    if (!read.ok) problems.push(...read.problems)
    else
      for (const glyph of read.value) {
        if (glyphs.has(glyph.name))
          problems.push({
            code: 'glyph-twice',
            what: `There is a glyph “${glyph.name}” already; this one was left aside.`,
            where: { file: path },
            todo: 'Rename one of them.',
          })
        else if (glyphs.size < mostGlyphs) glyphs.set(glyph.name, glyph)
        else if (!problems.some(({ code }) => code === 'glyphs-too-many'))
          problems.push({
            code: 'glyphs-too-many',
            what: `A set has at most ${mostGlyphs} glyphs; those that follow were left aside.`,
            where: { file: path },
            todo: 'Bring in only what is used.',
          })
      }
  }
  return { glyphs: [...glyphs.values()], problems }
}

export const isSheet = (path: string): boolean => /\.css$/i.test(path)

/** What a file is called without its folders and endings. */
const stemOf = (path: string): string =>
  path
    .split('/')
    .at(-1)!
    .replace(/(\.min)?\.[^.]+$/, '')

/**
 * What sheets call the characters of icon fonts: `.icon-buoy::before { content: "\e001" }` is `buoy`, where
 * all such classes begin alike.
 */
function namesIn(files: readonly SetFile[]): Map<number, string> {
  const found = new Map<number, string>()
  for (const { path, content } of files)
    if (isSheet(path) && typeof content === 'string')
      for (const [point, name] of contentsIn(content)) if (!found.has(point)) found.set(point, name)
  const start = commonStart([...found.values()])
  return new Map([...found].map(([point, name]) => [point, name.slice(start.length)]))
}

function contentsIn(css: string): [number, string][] {
  const found: [number, string][] = []
  const tokens = new Tokens(css)
  let name: string | undefined
  walkSheet(tokens, {
    rule: (prelude) => {
      name = /\.([\w-]+)::?before/.exec(tokens.slice(prelude))?.[1]
    },
    ruleEnd: () => undefined,
    declaration: (property, _at, value) => {
      const characters = [...tokens.value(tokens.past(value.from))]
      if (name === undefined || property.toLowerCase() !== 'content' || characters.length !== 1) return
      found.push([characters[0]!.codePointAt(0)!, name])
    },
  })
  return found
}

/** With what all names begin, up to a hyphen. */
function commonStart(names: readonly string[]): string {
  const [first = ''] = names
  let length = first.length
  for (const name of names) while (!name.startsWith(first.slice(0, length))) length -= 1
  return names.length > 1 ? first.slice(0, first.lastIndexOf('-', length - 1) + 1) : ''
}
