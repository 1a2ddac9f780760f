import { readFileSync } from 'node:fs'
import { tokenDocumentSchema, type TokenDocument } from '~~/core/tokens/document'
import { renameInLibrary } from '~~/core/tokens/rename-library'
import { median, terns, time } from './terns'

/**
 * What it takes to find all that follows a token which gets another path, in a library of over 500 components and
 * 5,000 tokens more than Tern has that refer to it.
 */
const copies = 32
const files = terns(copies)
const tern = (name: string): TokenDocument =>
  tokenDocumentSchema.parse(JSON.parse(readFileSync(`demo/tern/tokens/${name}.json`, 'utf8')))
const more: TokenDocument = {
  more: Object.fromEntries(
    Array.from({ length: 5000 }, (_, n) => [`c${n}`, { $type: 'color', $value: '{text.strong}' }]),
  ),
}
const themes = [
  { name: 'daywatch', title: '', on: null, document: { ...tern('daywatch'), ...more } },
  { name: 'nightwatch', title: '', on: 'daywatch', document: tern('nightwatch') },
]
const rename = { from: 'text.strong', to: 'text.firm', leave: true }
let places = 0
const taken = Array.from({ length: 7 }, () =>
  time(() => {
    const renamed = renameInLibrary(themes, files, rename, 'tern')
    if (!renamed.ok) throw new Error(renamed.problems[0]?.what)
    const lines = renamed.value.files.flatMap((file) => file.places)
    places = lines.length + renamed.value.references.length
  }),
)
process.stdout.write(
  JSON.stringify({
    taken: median(taken),
    read: median(Array.from({ length: 7 }, () => time(() => JSON.parse(JSON.stringify({ themes, files }))))),
    places,
    files: files.length,
  }),
)
