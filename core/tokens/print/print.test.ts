import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { compileString } from 'sass'
import ts from 'typescript'
import { theme } from '../../../tests/themes'
import { tokenValues } from '../../../tests/token-values'
import { parseTokenDocument, type TokenDocument } from '../document'
import { cssName, resolveTheme, type Theme } from '../themes'
import { tokenFiles } from './files'

const printed = (themes: Theme[], path: string): string =>
  tokenFiles(themes, 'tern').find((file) => file.path === `tokens/${path}`)!.content

/** What Sass makes of an expression in which the tokens stand as `t`. */
const inSass = (sheet: string, expressions: readonly string[]): string[] => {
  const { css } = compileString(
    `@use 'tokens' as t;\n.x {\n${expressions.map((text, at) => `--v${at}: #{${text}};`).join('\n')}\n}`,
    {
      importers: [
        {
          canonicalize: (url) => new URL(`tokens:${url}`),
          load: () => ({ contents: sheet, syntax: 'scss' as const }),
        },
      ],
      charset: false,
    },
  )
  return expressions.map((_text, at) => new RegExp(`--v${at}: (.*);`).exec(css)?.[1] ?? '')
}
const sassString = (text: string): string =>
  `"${[...text].map((character) => `\\${character.codePointAt(0)!.toString(16)} `).join('')}"`

/** What a module exports. */
const exportsOf = (code: string) => {
  const exports: Record<string, Record<string, unknown>> = {}
  const { outputText } = ts.transpileModule(code, { compilerOptions: { module: ts.ModuleKind.CommonJS } })
  new Function('exports', outputText)(exports)
  return exports as { tokens: Record<string, string>; values: Record<string, Record<string, string>> }
}

const hostile = ['2xl', '#{$x}', 'a#b', '$root', 'ü', 'a b', '--', 'constructor', '__proto__', 'Grün*/']
const name = fc.oneof(
  fc.constantFrom(...hostile),
  fc.stringMatching(/^[a-zA-Z0-9#$%&()*+,/:=?@[\]^_|~! é😀-]{1,8}$/),
)
const token = fc
  .constantFrom(...Object.keys(tokenValues))
  .chain((type) => tokenValues[type]!.map(($value) => ({ $type: type, $value })))
const fileOf = fc
  .array(fc.tuple(name, name, token), { minLength: 1, maxLength: 12 })
  .map((all) => all.filter(([group, own]) => !/^\$(?!root$)/.test(group) && !/^\$(?!root$)/.test(own)))
  .map((all): TokenDocument | undefined => {
    const groups = all.map(
      ([group, own, value]) => `${JSON.stringify(group)}:{${JSON.stringify(own)}:${JSON.stringify(value)}}`,
    )
    const read = parseTokenDocument(`{${groups.join(',')}}`, 'day.json')
    return read.ok ? read.value : undefined
  })
  .filter((document) => document !== undefined)

describe('whatever tokens are called, and whatever they hold', () => {
  test('Sass finds the value of each of them', () => {
    fc.assert(
      fc.property(fileOf, (document) => {
        const themes = [theme('day', null, document)]
        const tokens = [...resolveTheme(themes, 'day').tokens.values()]
        const sheet = printed(themes, '_index.scss')
        const said = inSass(
          sheet,
          tokens.map(({ path }) => `t.value(${sassString(path)})`),
        )
        expect(said).toEqual(tokens.map(({ css }) => css))
      }),
      { numRuns: 150 },
    )
  })
  test('a module holds each of them, by its path', () => {
    fc.assert(
      fc.property(fileOf, (document) => {
        const themes = [theme('day', null, document), theme('night', 'day', {})]
        const tokens = [...resolveTheme(themes, 'day').tokens.values()]
        const { tokens: names, values } = exportsOf(printed(themes, 'index.js'))
        for (const { path, css } of tokens) {
          expect(Object.getOwnPropertyDescriptor(names, path)?.value).toBe(`var(${cssName('tern', path)})`)
          expect(Object.getOwnPropertyDescriptor(values.night, path)?.value).toBe(css)
        }
        expect(Object.keys(names)).toHaveLength(tokens.length)
      }),
    )
  })
})

const shelf: Theme[] = [
  theme('day', null, {
    ink: { $type: 'color', $value: '#11344A', $description: 'Text. */ alert()' },
    old: { $type: 'color', $value: '{ink}', $deprecated: 'Use ink.' },
    gap: { $type: 'dimension', small: { $value: '4px' }, large: { $value: '1rem' } },
    gap_small: { $type: 'dimension', $value: '5px' },
    'gap-small': { $type: 'dimension', $value: '5px' },
    lines: { $type: 'number', $value: 2 },
    ease: { $type: 'cubicBezier', $value: [0, 0, 1, 1] },
  }),
  theme('night', 'day', { ink: { $value: '#FFFFFF' }, glow: { $type: 'color', $value: '#FF0000' } }),
]

test('a variable of Sass follows the theme; of two that are one name to Sass the first is it', () => {
  const sheet = printed(shelf, '_index.scss')
  expect(inSass(sheet, ['t.$ink', 't.$gap-small', 't.value("ink", "night")', 't.value("ink")'])).toEqual([
    'var(--tern-ink)',
    'var(--tern-gap-small)',
    '#FFFFFF',
    '#11344A',
  ])
  expect(sheet).toContain('// gap_small: its name is that of gap.small to Sass.')
  expect(sheet).toContain('/// Deprecated. Use ink.')
})

/** What TypeScript has to say of a use of the printed types. */
const wrongIn = (use: string): string[] => {
  const folder = mkdtempSync(join(tmpdir(), 'tokens-'))
  try {
    writeFileSync(join(folder, 'index.d.ts'), printed(shelf, 'index.d.ts'))
    writeFileSync(
      join(folder, 'use.ts'),
      `import { tokens, values, type ThemeName } from './index.js'\n${use}`,
    )
    const program = ts.createProgram([join(folder, 'use.ts')], {
      module: ts.ModuleKind.NodeNext,
      strict: true,
      noEmit: true,
      types: [],
      lib: ['lib.es2022.d.ts'],
    })
    return ts
      .getPreEmitDiagnostics(program)
      .map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, ' '))
  } finally {
    rmSync(folder, { recursive: true })
  }
}

test('types know every token and theme, and what only one theme has', () => {
  const right =
    "export const ink: 'var(--tern-ink)' = tokens.ink\n" +
    "export const glow: string = values.night.glow\nexport const at: ThemeName = 'day'"
  expect(wrongIn(right)).toEqual([])
  expect(wrongIn('export const x = tokens.inc')).toEqual([expect.stringContaining("'inc' does not exist")])
  expect(wrongIn('export const x = values.day.glow')).toEqual([
    expect.stringContaining("'glow' does not exist"),
  ])
})

test('what is of one type in all themes is registered, and a length that the page has a say in is not', () => {
  expect(printed(shelf, 'properties.css').match(/@property \S+|syntax: \S+|initial-value: .+;/g)).toEqual([
    ...['@property --tern-ink', "syntax: '<color>';", 'initial-value: #11344A;'],
    ...['@property --tern-old', "syntax: '<color>';", 'initial-value: #11344A;'],
    ...['@property --tern-gap-small', "syntax: '<length>';", 'initial-value: 4px;'],
    ...['@property --tern-gap_small', "syntax: '<length>';", 'initial-value: 5px;'],
    ...['@property --tern-gap-small', "syntax: '<length>';", 'initial-value: 5px;'],
    ...['@property --tern-lines', "syntax: '<number>';", 'initial-value: 2;'],
    ...['@property --tern-glow', "syntax: '<color>';", 'initial-value: #FF0000;'],
  ])
})

describe('how the files go together', () => {
  type Document = Record<string, unknown>
  interface Resolving {
    sets: Record<string, { sources: { $ref: string }[] }>
    modifiers: Record<string, { contexts: Record<string, { $ref: string }[]>; default: string }>
    resolutionOrder: { $ref: string }[]
  }
  const isObject = (value: unknown): value is Document =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
  /** One document over another: a token takes the place of one, groups go into one another. */
  const merged = (below: Document, above: Document): Document => {
    const result: Document = { ...below }
    for (const [name, value] of Object.entries(above)) {
      const before = result[name]
      const isGroup = isObject(before) && isObject(value) && !('$value' in value) && !name.startsWith('$')
      result[name] = isGroup ? merged(before, value) : value
    }
    return result
  }
  /** What a resolver document says for some inputs, by the files that it names. */
  const resolvedBy = (
    files: ReadonlyMap<string, string>,
    inputs: Readonly<Record<string, string>>,
  ): Document => {
    const { sets, modifiers, resolutionOrder } = JSON.parse(files.get('resolver.json')!) as Resolving
    const sources = resolutionOrder.flatMap(({ $ref }) => {
      const [, kind, name] = $ref.split('/')
      if (kind === 'sets') return sets[name!]!.sources
      const { contexts, default: usual } = modifiers[name!]!
      return contexts[inputs[name!] ?? usual]!
    })
    return sources.reduce<Document>(
      (below, { $ref }) => merged(below, JSON.parse(files.get($ref)!) as Document),
      {},
    )
  }
  const lengths = (isPartial: boolean) =>
    fc.dictionary(
      fc.constantFrom('a', 'b', 'c'),
      fc.oneof(
        fc
          .integer({ min: 0, max: 99 })
          .map((value) => ({ $type: 'dimension', $value: { value, unit: 'px' } })),
        fc.constantFrom('a', 'b', 'c').map((name) => ({ $type: 'dimension', $value: `{${name}}` })),
      ),
      { minKeys: isPartial ? 0 : 3, maxKeys: 3 },
    ) as fc.Arbitrary<TokenDocument>
  test('a resolver that follows it comes to the values of every theme, with every other beside it', () => {
    fc.assert(
      fc.property(
        lengths(false),
        fc.tuple(lengths(true), lengths(true), lengths(true), lengths(true)),
        (base, [night, dusk, close, turned]) => {
          const themes: Theme[] = [
            theme('day', null, base),
            theme('night', 'day', night),
            theme('dusk', 'night', dusk),
            { ...theme('close', 'day', close), axis: 'density' },
            { ...theme('turned', 'day', turned), axis: 'direction' },
          ]
          const files = new Map(
            tokenFiles(themes, 't').map(({ path, content }) => [path.replace('tokens/', ''), content]),
          )
          for (const worn of ['day', 'night', 'dusk'])
            for (const [beside, inputs] of [
              [undefined, {}],
              ['close', { density: 'close' }],
              ['turned', { direction: 'rtl' }],
            ] as const) {
              const ours = resolveTheme(themes, worn, beside)
              if (ours.problems.length) continue
              const document = resolvedBy(files, { theme: worn, ...inputs }) as TokenDocument
              const theirs = resolveTheme([theme('all', null, document)], 'all').tokens
              expect([...theirs.values()].map(({ path, css }) => [path, css]).toSorted()).toEqual(
                [...ours.tokens.values()].map(({ path, css }) => [path, css]).toSorted(),
              )
            }
        },
      ),
    )
  })
  test('a library with one theme has no modifiers', () => {
    const document = JSON.parse(printed([theme('day', null, {})], 'resolver.json')) as Resolving
    expect(document).toMatchObject({ modifiers: {}, resolutionOrder: [{ $ref: '#/sets/base' }] })
  })
})
