import { dressedFiles } from '~~/core/icons/dress'
import { noIconMap } from '~~/core/icons/glyph'
import { setOfFiles } from '~~/core/icons/sets'
import { iconSource } from '~~/core/icons/ways'
import { libraryMessages } from '~~/core/messages/library-messages'
import { withMadeUp } from '~~/core/messages/with-made-up'
import { readLibrary } from '~~/core/read/read'
import { filesIn } from '~~/tests/tern'
import { median, terns, time } from './terns'

/**
 * What finding icons and messages costs beside reading the same library, and putting glyphs and a language
 * into its files: ten Terns with a second set of icons.
 */
const files = terns(10)
const { contracts } = readLibrary(files)
const drawings = filesIn('demo/icons/harbour').map(({ path, text }) => ({ path, content: text }))
const input = {
  settings: { store: null, maps: { night: { ...noIconMap, set: 'harbour' } } },
  sets: [{ name: 'harbour', glyphs: setOfFiles(drawings).glyphs }],
  themes: [
    { name: 'day', on: null },
    { name: 'night', on: 'day' },
  ],
  prefix: 'tern',
}
const whole: number[] = []
const dressed: number[] = []
let roles = 0
let messages = 0
for (let i = 0; i < 7; i++) {
  whole.push(time(() => readLibrary(files)))
  dressed.push(
    time(() => {
      const source = iconSource(files)
      const made = dressedFiles(files, contracts, input, 'shelf', source)
      const said = libraryMessages(source.sources, files, contracts)
      withMadeUp(source.sources, made.files, said.bundles)
      roles = made.icons.glyphs.length
      messages = said.uses.length
    }),
  )
}
process.stdout.write(JSON.stringify({ whole: median(whole), dressed: median(dressed), roles, messages }))
