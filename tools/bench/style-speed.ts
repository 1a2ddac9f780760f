import { readFileSync } from 'node:fs'
import { parse } from 'css-tree'
import { registeredIn } from '~~/core/check/registered'
import { prepare } from '~~/core/check/rules'
import { fallback } from '~~/core/check/rules/fallback'
import { propertyCircle } from '~~/core/check/rules/property-circle'
import { rawValue } from '~~/core/check/rules/raw-value'
import { registration } from '~~/core/check/rules/registration'
import { undefinedProperty } from '~~/core/check/rules/undefined-property'
import { unreadProperty } from '~~/core/check/rules/unread-property'
import { readLibrary } from '~~/core/read/read'
import { tokenDocumentSchema } from '~~/core/tokens/document'
import { median, terns, time } from './terns'

/**
 * What it takes to find all declarations of the sheets of twenty Terns and to run the rules of styles over
 * them, beside parsing the same sheets alone.
 */
const files = terns(20)
const sheets = files.filter(({ path }) => path.endsWith('.css'))
const { contracts } = readLibrary(files)
const themes = ['daywatch', 'nightwatch'].map((name, i) => ({
  name,
  title: name,
  on: i === 0 ? null : 'daywatch',
  document: tokenDocumentSchema.parse(JSON.parse(readFileSync(`demo/tern/tokens/${name}.json`, 'utf8'))),
}))
const rules = [undefinedProperty, propertyCircle, registration, fallback, rawValue, unreadProperty]
const analysed: number[] = []
const parsed: number[] = []
let found = { declared: 0, registered: 0, findings: 0 }
for (let i = 0; i < 15; i++) {
  analysed.push(
    time(() => {
      const toCheck = prepare({ files: sheets, contracts, themes, prefix: 'tern' })
      found = {
        declared: toCheck.declared.length,
        registered: registeredIn(sheets).length,
        findings: rules.flatMap((rule) => rule.run(toCheck)).length,
      }
    }),
  )
  parsed.push(time(() => sheets.map(({ text }) => parse(text))))
}
process.stdout.write(JSON.stringify({ analysed: median(analysed), parsed: median(parsed), ...found }))
