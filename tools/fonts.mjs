// The faces of the interface with what nearly every page needs and no more: what else a text asks for comes
// from the whole file, when it does. A later face of the same name wins where ranges overlap (CSS Fonts 4).
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import subsetFont from 'subset-font'

const root = fileURLToPath(new URL('..', import.meta.url))
const faces = [
  ['newsreader', 'newsreader-latin-wght-normal', 'Newsreader Variable', 'normal'],
  ['newsreader', 'newsreader-latin-wght-italic', 'Newsreader Variable', 'italic'],
  ['hanken-grotesk', 'hanken-grotesk-latin-wght-normal', 'Hanken Grotesk Variable', 'normal'],
  ['jetbrains-mono', 'jetbrains-mono-latin-wght-normal', 'JetBrains Mono Variable', 'normal'],
]
/** The letters of our name that lean: every page has them, and most have nothing else that does. */
const name = { file: 'newsreader-latin-wght-italic', family: 'Kept Shelf Name', text: 'Shelf' }
/** ASCII, and the marks our sentences are written with. */
const ranges = [
  [0x20, 0x7e],
  [0xa0],
  [0xa9],
  [0xb7],
  [0xd7],
  [0x2013, 0x2014],
  [0x2018, 0x2019],
  [0x201c, 0x201d],
  [0x2026],
]
const hex = (code) => code.toString(16).toUpperCase().padStart(4, '0')
const unicodeRange = ranges.map(([from, to]) => `U+${hex(from)}${to ? `-${hex(to)}` : ''}`).join(', ')
const text = ranges
  .flatMap(([from, to = from]) => Array.from({ length: to - from + 1 }, (_, i) => from + i))
  .map((code) => String.fromCodePoint(code))
  .join('')

const sourceOf = (folder, file) =>
  readFile(join(root, `node_modules/@fontsource-variable/${folder}/files/${file}.woff2`))
/** A face with these characters only, in the weights that the interface sets. */
const subset = (whole, characters) =>
  subsetFont(whole, characters, {
    targetFormat: 'woff2',
    noLayoutClosure: true,
    variationAxes: { wght: { min: 400, max: 700 } },
  })
const rule = (family, style, weights, file, range) =>
  `@font-face { font-family: '${family}'; font-style: ${style}; font-display: swap; font-weight: ${weights}; ` +
  `src: url(./${file}.woff2) format('woff2-variations');${range ? ` unicode-range: ${range};` : ''} }\n`

/** Writes `.build/fonts`: the files, and the sheet that names them. */
export async function buildFonts() {
  const folder = join(root, '.build/fonts')
  await mkdir(folder, { recursive: true })
  const rules = await Promise.all(
    faces.map(async ([packageName, file, family, style]) => {
      await writeFile(join(folder, `${file}.woff2`), await subset(await sourceOf(packageName, file), text))
      const sheet = join(root, `node_modules/@fontsource-variable/${packageName}/index.css`)
      const weights = /font-weight: (\d+ \d+);/.exec(await readFile(sheet, 'utf8'))?.[1] ?? '400 700'
      return rule(family, style, weights, file, unicodeRange)
    }),
  )
  await writeFile(
    join(folder, 'name.woff2'),
    await subset(await sourceOf('newsreader', name.file), name.text),
  )
  rules.push(rule(name.family, 'italic', '400 700', 'name'))
  await writeFile(join(folder, 'fonts.css'), rules.join(''))
}
