import { readFileSync } from 'node:fs'
import { checkLibrary } from '~~/core/check/rules'
import { readLibrary } from '~~/core/read/read'
import { tokenDocumentSchema, type TokenDocument } from '~~/core/tokens/document'
import { median, terns, time } from './terns'

/**
 * What running all rules costs beside reading the same library: ten Terns with 5,000 tokens more than they
 * have.
 */
const files = terns(10)
const { contracts } = readLibrary(files)
const tern = (name: string): TokenDocument =>
  tokenDocumentSchema.parse(JSON.parse(readFileSync(`demo/tern/tokens/${name}.json`, 'utf8')))
const hex = (n: number): string => `#${((n * 7919) % 0x1000000).toString(16).padStart(6, '0')}`
const more: TokenDocument = {
  more: Object.fromEntries(
    Array.from({ length: 5000 }, (_, n) => [`c${n}`, { $type: 'color', $value: hex(n) }]),
  ),
}
const themes = [
  { name: 'daywatch', title: '', on: null, document: { ...tern('daywatch'), ...more } },
  { name: 'nightwatch', title: '', on: 'daywatch', document: tern('nightwatch') },
]
const whole: number[] = []
const checked: number[] = []
let findings = 0
for (let i = 0; i < 7; i++) {
  whole.push(time(() => readLibrary(files)))
  checked.push(
    time(() => {
      findings = checkLibrary({ files, contracts, themes, prefix: 'tern' }).length
    }),
  )
}
process.stdout.write(JSON.stringify({ whole: median(whole), checked: median(checked), findings }))
