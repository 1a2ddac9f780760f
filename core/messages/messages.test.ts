import fc from 'fast-check'
import ts from 'typescript'
import { SourceSet } from '../read/source/source-set'
import { readLibrary } from '../read/read'
import { ternSource } from '../../tests/tern'
import { bundlesIn } from './bundles'
import { isLanguageTag } from './language-tags'
import { libraryMessages } from './library-messages'
import { madeUp } from './made-up'
import { madeUpLanguage } from './message'
import { placeholdersIn } from './placeholders'
import { messageRows, saysOf } from './remarks'
import { withMadeUp } from './with-made-up'

const listed = (texts: Record<string, string>) =>
  Object.entries(texts).map(([path, text]) => ({ path, text }))
const read = (texts: Record<string, string>) => bundlesIn(new SourceSet(listed(texts)), listed(texts))
const told = (texts: Record<string, string>) =>
  read(texts).map(({ way, path, name, languages }) => [
    `${way} ${path} ${name ?? ''}`.trim(),
    ...languages.map(
      ({ tag, messages }) =>
        `${tag}: ${Object.entries(messages)
          .map(([key, { text, line }]) => `${key}=${text}@${line}`)
          .join(' ')}`,
    ),
  ])

describe('messages are found', () => {
  test('in a constant by language, in groups, as functions, and in files it leads to', () => {
    expect(
      told({
        'src/texts.ts': `import da from './da.json'\nimport { fi } from './fi'\nexport const texts = {\n  en: { close: 'Close', more: { one: \`One\` },\n    many: (count: number) => \`\${count} more\` },\n  da, fi,\n} as const`,
        'src/da.json': '{\n  "close": "Luk",\n  "more": { "one": "En" }\n}',
        'src/fi.ts': "export const fi = Object.freeze({ close: 'Sulje' })",
      }),
    ).toEqual([
      [
        'table src/texts.ts texts',
        'en: close=Close@4 more.one=One@4 many={count} more@5',
        'da: close=Luk@2 more.one=En@3',
        'fi: close=Sulje@1',
      ],
    ])
  })

  test('in files that are alike but for the language', () => {
    expect(
      told({
        'locales/en.json': '{ "close": "Close" }',
        'locales/pt-BR.json': '{ "close": "Fechar" }',
        'src/words/en/common.ts': "export default { close: 'Close' }",
        'src/words/en/errors.ts': "export default { lost: 'Lost' }",
        'src/words/da/common.ts': "export default { close: 'Luk' }",
      }),
    ).toEqual([
      ['files locales/*.json', 'en: close=Close@1', 'pt-BR: close=Fechar@1'],
      ['files src/words/*/', 'en: common.close=Close@1 errors.lost=Lost@1', 'da: common.close=Luk@1'],
    ])
  })

  test('and not in what only looks like them', () => {
    expect(
      told({
        'src/a.ts': "export const directions = { to: 'There', is: 'Here', no: 'Nowhere' }",
        'src/b.ts': 'export const places = { en: { x: 1 }, da: { x: 2 } }',
        'src/c.ts': "export const sizes = { sm: { pad: '1px' }, md: { pad: '2px' }, lg: { pad: '3px' } }",
        'src/d.ts': "export const half = { en: { a: 'A' }, rest: { a: 'B' } }",
        'src/e.ts': "export const apart = { en: { a: 'A' }, da: { b: 'B' } }",
        'src/id.json': '{ "a": "b" }',
        'src/en.json': '{ broken',
      }).flat(),
    ).toEqual([])
    expect(['en', 'pt-BR', 'zh_Hant', 'nb'].map(isLanguageTag)).toEqual([true, true, true, true])
    expect(['default', 'xx', 'lg', 'e', 'en-', ''].map(isLanguageTag)).toEqual([
      false,
      false,
      true,
      false,
      false,
      false,
    ])
  })
})

test('who asks for a message is found where it is looked up by its key, and where it is taken out', () => {
  const texts = {
    'src/texts.ts':
      "export const texts = { en: { close: 'A', more: { one: 'B' }, gone: 'C' }, da: { close: 'D' } }",
    'src/say.ts':
      "import { texts as all } from './texts.ts'\nconst find = (key: string) => all.en[key]\nexport function say(key: string) { return find(key) }",
    'src/a.ts': element(
      'x-a',
      "import { say } from './say.ts'",
      "say(this.isLess ? 'close' : 'gone') + this.close()",
    ),
    'src/b.ts': element('x-b', "import { texts } from './texts.ts'\nconst own = texts.en", 'own.more.one'),
    'src/c.ts': element('x-c', "import { t } from 'elsewhere'", "t('more.one') + t('gone')"),
  }
  const files = listed(texts)
  const { uses } = libraryMessages(new SourceSet(files), files, readLibrary(files).contracts)
  expect(uses.map(({ key, tags }) => [key, ...tags])).toEqual([
    ['close', 'x-a'],
    ['more.one', 'x-b', 'x-c'],
    ['gone', 'x-a'],
  ])
})
const element = (tag: string, top: string, text: string) =>
  `${top}\nexport class X${tag.at(-1)} extends HTMLElement {\n  connectedCallback() { this.textContent = ${text} }\n}\ncustomElements.define('${tag}', X${tag.at(-1)})\n`

test('what is put into messages is named, whatever way it is written', () => {
  expect(
    placeholdersIn('{count, plural, one {# of {total}} other {# more}} by {{ who }}, %s and %(place)s'),
  ).toEqual(['1', 'count', 'place', 'total', 'who'].sort())
  expect(placeholdersIn('100 % done, {broken')).toEqual([])
  expect(placeholdersIn('{a} {b} {a}')).toEqual(['a', 'b'])
  expect(placeholdersIn('{not, a format} {name}')).toEqual(['name'])
})

test('what is otherwise in a language than in the base is remarked', () => {
  const [bundle] = read({
    'a.ts': `export const a = {
      da: { close: 'Close', late: '{minutter} sen', done: 'Jeg har læst det hele', more: '', new: 'Ny' },
      en: { close: 'Close', late: '{minutes} late', done: 'Finished', more: 'More', gone: 'Gone' },
    }`,
  })
  const rows = messageRows(bundle!)
  expect(
    rows.flatMap(({ key, said }) =>
      said.da!.remarks.map((remark) => `${key}: ${saysOf(remark, said.da!.message, said.en!.message)}`),
    ),
  ).toEqual([
    'close: as in the base language',
    'late: without minutes; with minutter, which the base has not',
    'done: 2.6 times as long',
    'more: empty',
    'gone: missing',
    'new: not in the base language',
  ])
})

describe('the language that we make up', () => {
  test('is longer, marked, and keeps what is put in', () => {
    expect(madeUp('Put away')).toBe('⟦Púut áawáaý⟧')
    expect(madeUp('{count, plural, one {# fare} other {# fares}} for <b>%s</b>')).toMatch(
      /^⟦\{count, plural, one \{# fare\} other \{# fares\}\} fóor <b>%s<\/b>⟧$/,
    )
    expect(madeUp(' ')).toBe(' ')
    expect(madeUp('{a{{y}}}')).toBe('⟦{a{{y}}}⟧')
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('a', 'B', ' ', '{x}', '{{y}}', '%s', '}', '{') }),
        (text) => {
          expect(placeholdersIn(madeUp(text))).toEqual(placeholdersIn(text))
        },
      ),
    )
  })

  test('stands beside the others where code looks for them', () => {
    const files = listed({
      'src/texts.ts': `import { fi } from './fi.ts'\nexport const texts = {\n  en: { close: 'Close', more: { one: "It's \`one\`" },\n    many: (count: number) => {\n      return \`\${count} more\` },\n    few(count: number) { return \`\${count} few\` } },\n  fi,\n}\nexport const own = { fi }\n`,
      'src/fi.ts': "export const fi = { close: 'Sulje' }",
    })
    const sources = new SourceSet(files)
    const [texts] = withMadeUp(sources, files, bundlesIn(sources, files))
    expect(texts!.text.split('\n')).toHaveLength(files[0]!.text.split('\n').length)
    const script = ts.transpileModule(texts!.text.replace(/^import.*\n/, 'const fi = {}\n'), {
      compilerOptions: { module: ts.ModuleKind.CommonJS, target: ts.ScriptTarget.ES2022 },
    }).outputText
    const exported: { texts?: Record<string, Record<string, unknown>> } = {}
    new Function('exports', script)(exported)
    const made = exported.texts![madeUpLanguage]!
    expect(made).toMatchObject({ close: '⟦Çlóosée⟧', more: { one: "⟦Íit's `óoñée`⟧" } })
    expect((made.many as (count: number) => string)(3)).toBe('⟦3 more ~~~~⟧')
    expect((made.few as (count: number) => string)(2)).toBe('⟦2 few ~~~~⟧')
    expect(Object.keys(exported.texts!.art!)).toEqual(Object.keys(made))
  })
})

test('Tern says everything in two languages, and who says what is known', () => {
  const { contracts } = readLibrary(ternSource)
  const { bundles, uses } = libraryMessages(new SourceSet(ternSource), ternSource, contracts)
  expect(bundles.map(({ path, name, languages }) => [path, name, languages.map(({ tag }) => tag)])).toEqual([
    ['src/messages.ts', 'messages', ['en', 'da']],
  ])
  expect(Object.fromEntries(uses.map(({ key, tags }) => [key, tags]))).toEqual({
    away: ['tern-notice-strip'],
    choose: ['tern-island-picker'],
    close: ['tern-dialog-sheet'],
    done: ['tern-dialog-sheet'],
    late: ['tern-crossing-timeline'],
    until: ['tern-notice-strip'],
  })
})
