import fc from 'fast-check'
import { renameToken, type Rename } from './rename'
import { renameInLibrary } from './rename-library'
import { renameProperties } from './renamed-properties'
import { resolveTheme, type Theme } from './themes'
import type { TokenDocument } from './document'

const day: TokenDocument = {
  ink: {
    $type: 'color',
    $extensions: { 'org.kept-shelf': { tier: 'primitive' } },
    deep: { $value: '#11344a', $description: 'Water under the pier.' },
    pale: { $value: '#d5e0e6' },
  },
  text: { $type: 'color', strong: { $value: '{ink.deep}' } },
  edge: {
    line: {
      $type: 'border',
      $value: { color: '{ink.deep}', width: { $ref: '#/size/thin/$value' }, style: 'solid' },
    },
    copy: { $type: 'color', $value: { $ref: '#/ink/deep/$value' } },
  },
  size: { thin: { $type: 'dimension', $value: { value: 1, unit: 'px' } } },
}
const night: TokenDocument = {
  ink: { deep: { $value: '#eeeeee' } },
  text: { strong: { $value: '{ink.pale}' } },
}
const themes: Theme[] = [
  { name: 'day', title: 'Daywatch', on: null, document: day },
  { name: 'night', title: 'Nightwatch', on: 'day', document: night },
]
const rename = (from: string, to: string, leave = false): Rename => ({ from, to, leave })
const renamed = (given: Rename, among = themes) => renameToken(among, given, 't')
const after = (given: Rename, among = themes): Theme[] => {
  const outcome = renamed(given, among)
  if (!outcome.ok) throw new Error(outcome.problems[0]!.what)
  const documents = new Map(outcome.value.documents.map(({ theme, document }) => [theme, document]))
  return among.map((theme) => ({ ...theme, document: documents.get(theme.name) ?? theme.document }))
}
const cssOf = (among: Theme[], theme: string) =>
  Object.fromEntries([...resolveTheme(among, theme).tokens].map(([path, { css }]) => [path, css]))
const codes = (given: Rename, among = themes) => {
  const outcome = renamed(given, among)
  return outcome.ok ? [] : outcome.problems.map(({ code }) => code)
}

test('what refers to a token follows it, in aliases, pointers and fields, in every theme; values stay', () => {
  const now = after(rename('ink.deep', 'water.pier'))
  expect(now[0]!.document).toMatchObject({
    ink: { pale: { $value: '#d5e0e6' } },
    // the type that it had from its group comes with it
    water: { pier: { $type: 'color', $value: '#11344a', $description: 'Water under the pier.' } },
    text: { strong: { $value: '{water.pier}' } },
    edge: {
      line: { $value: { color: '{water.pier}', width: { $ref: '#/size/thin/$value' } } },
      copy: { $value: { $ref: '#/water/pier/$value' } },
    },
  })
  expect(now[1]!.document).toMatchObject({ water: { pier: { $value: '#eeeeee' } } })
  for (const theme of ['day', 'night']) {
    const { 'water.pier': pier, ...rest } = cssOf(now, theme)
    const { 'ink.deep': deep, ...before } = cssOf(themes, theme)
    expect([pier, rest]).toEqual([deep, before])
  }
  const outcome = renamed(rename('ink.deep', 'water.pier'))
  expect(outcome.ok && outcome.value.references).toEqual(
    ['text.strong', 'edge.line', 'edge.copy'].map((path) => ({ theme: 'day', path })),
  )
})
test('a neighbour keeps its place in the file; properties of fields follow', () => {
  const [first] = after(rename('ink.deep', 'ink.deepest'))
  expect(Object.keys(first!.document.ink as object)).toEqual(['$type', '$extensions', 'deepest', 'pale'])
  const outcome = renamed(rename('edge.line', 'edge.rail'))
  expect(outcome.ok && outcome.value.properties).toEqual([
    { from: '--t-edge-line', to: '--t-edge-rail' },
    ...['color', 'width', 'style'].map((field) => ({
      from: `--t-edge-line-${field}`,
      to: `--t-edge-rail-${field}`,
    })),
  ])
})
test('left as an alias the old name is deprecated and comes to the same in every theme; renaming back undoes all', () => {
  const now = after(rename('ink.deep', 'ink.pier', true))
  expect(now[0]!.document.ink).toMatchObject({
    deep: { $value: '{ink.pier}', $deprecated: 'It is ink.pier now.' },
  })
  expect((now[1]!.document.ink as Record<string, unknown>).deep).toBeUndefined()
  expect(cssOf(now, 'night')['ink.deep']).toBe(cssOf(themes, 'night')['ink.deep'])
  expect(after(rename('ink.pier', 'ink.deep'), now)).toEqual(themes)
})
test('what cannot be is refused, each with a reason', () => {
  expect(codes(rename('ink.none', 'ink.some'))).toEqual(['no-token'])
  expect(codes(rename('ink', 'text'))).toEqual(['token-there'])
  expect(codes(rename('ink', 'ink.water'))).toEqual(['token-inside'])
  expect(codes(rename('size', 'edge.line.size'))).toEqual(['token-above'])
  expect(codes(rename('ink.deep', 'ink.deep'))).toEqual(['same-name'])
  expect(codes(rename('ink.deep', 'ink.pale'))).toEqual(['token-there'])
  expect(codes(rename('ink.deep', 'text'))).toEqual(['token-there'])
  expect(codes(rename('ink.deep', 'ink.pale.more'))).toEqual(['token-above'])
  for (const bad of ['', 'a..b', 'a.{b}', 'a.$type', 'a.b;c', `a.${'x'.repeat(201)}`])
    expect(codes(rename('ink.deep', bad))).toEqual(['token-name'])
  expect(codes(rename('ink.deep', Array(40).fill('a').join('.')))).toEqual(['token-depth'])
  // it would print a custom property that another prints
  expect(codes(rename('ink.deep', 'ink-pale'))).toEqual(['token-twice'])
})
test('there and back again every theme comes to what it did, whatever is renamed to whatever', () => {
  const paths = [
    'ink.deep',
    'ink.pale',
    'text.strong',
    'edge.line',
    'size.thin',
    'ink',
    'text',
    'edge',
    'size',
  ]
  const name = fc.stringMatching(/^[a-z][a-z0-9]{0,6}$/)
  fc.assert(
    fc.property(
      fc.constantFrom(...paths),
      fc.array(name, { minLength: 1, maxLength: 3 }),
      fc.boolean(),
      (from, to, leave) => {
        const outcome = renamed(rename(from, to.join('.'), leave))
        // what would be a circle is refused
        fc.pre(outcome.ok)
        const now = after(rename(from, to.join('.'), leave))
        const back = after(rename(to.join('.'), from), now)
        for (const theme of ['day', 'night']) expect(cssOf(back, theme)).toEqual(cssOf(themes, theme))
      },
    ),
  )
})
test('a group gets another path with all that is in it, and whatever refers into it follows', () => {
  const given = rename('ink', 'water.pigment', true)
  const now = after(given)
  const { ink, ...rest } = now[0]!.document
  expect(ink).toEqual({
    deep: { $type: 'color', $value: '{water.pigment.deep}', $deprecated: 'It is water.pigment.deep now.' },
    pale: { $type: 'color', $value: '{water.pigment.pale}', $deprecated: 'It is water.pigment.pale now.' },
  })
  expect(rest).toMatchObject({
    water: { pigment: day.ink },
    text: { strong: { $value: '{water.pigment.deep}' } },
    edge: { copy: { $value: { $ref: '#/water/pigment/deep/$value' } } },
  })
  expect(now[1]!.document).toEqual({
    water: { pigment: { deep: { $value: '#eeeeee' } } },
    text: { strong: { $value: '{water.pigment.pale}' } },
  })
  const outcome = renamed(given)
  expect(outcome.ok && outcome.value).toMatchObject({
    references: [
      ...['text.strong', 'edge.line', 'edge.copy'].map((path) => ({ theme: 'day', path })),
      { theme: 'night', path: 'text.strong' },
    ],
    properties: ['deep', 'pale'].map((name) => ({
      from: `--t-ink-${name}`,
      to: `--t-water-pigment-${name}`,
    })),
  })
  // what was left goes, where it is renamed back
  for (const theme of ['day', 'night'])
    expect(cssOf(after(rename('water.pigment', 'ink'), now), theme)).toEqual(cssOf(themes, theme))
})
test('a group keeps the type that it had from above, and a group that takes it over takes it over still', () => {
  const document: TokenDocument = {
    tide: { $type: 'color', low: { mark: { $value: '#001020' }, edge: { $value: '{tide.low.mark}' } } },
    harbour: { $extends: '{tide.low}', edge: { $value: '#203040' } },
    deck: { $type: 'color', line: { $value: '{harbour.mark}' } },
  }
  const [now] = after(rename('tide.low', 'ebb'), [{ ...themes[0]!, document }])
  expect(now!.document).toEqual({
    ebb: { $type: 'color', mark: { $value: '#001020' }, edge: { $value: '{ebb.mark}' } },
    harbour: { $extends: '{ebb}', edge: { $value: '#203040' } },
    deck: { $type: 'color', line: { $value: '{harbour.mark}' } },
  })
})
test('a name that is written with escapes is renamed too', () => {
  const names = new Map([[String.raw`--t-ink\(1\)`, '--t-ink-1']])
  expect(renameProperties(String.raw`a { color: var(--t-ink\(1\)); --t-ink: 1 }`, names).text).toBe(
    'a { color: var(--t-ink-1); --t-ink: 1 }',
  )
})
test('a custom property is renamed wherever it stands whole, and nowhere else', () => {
  const names = new Map([
    ['--t-ink', '--t-water'],
    ['--t-ink-deep', '--t-water-deep'],
  ])
  const text =
    'a { color: var(--t-ink, red); --t-ink: 1; b: var(--t-ink-deep) }\n' +
    '/* --t-ink. */ .x--t-ink { --t-ink-pale: 1; --t-inky: 2 }\n' +
    "el.style.setProperty('--t-ink', `calc(var(--t-ink-deep) * 2)`)"
  const outcome = renameProperties(text, names)
  expect(outcome.text).toBe(
    'a { color: var(--t-water, red); --t-water: 1; b: var(--t-water-deep) }\n' +
      '/* --t-water. */ .x--t-ink { --t-ink-pale: 1; --t-inky: 2 }\n' +
      "el.style.setProperty('--t-water', `calc(var(--t-water-deep) * 2)`)",
  )
  expect(outcome.places.map(({ line }) => line)).toEqual([1, 2, 3])
  expect(renameProperties('nothing here', names)).toEqual({ text: 'nothing here', places: [] })
})
test('files that do not name it are left out', () => {
  const files = [
    { path: 'a.css', text: 'a { color: var(--t-ink-deep) }' },
    { path: 'b.css', text: 'b { color: var(--t-ink-pale) }' },
  ]
  const outcome = renameInLibrary(themes, files, rename('ink.deep', 'ink.pier'), 't')
  expect(outcome.ok && outcome.value.files).toEqual([
    {
      path: 'a.css',
      text: 'a { color: var(--t-ink-pier) }',
      places: [{ line: 1, text: 'a { color: var(--t-ink-deep) }' }],
    },
  ])
})

describe('a token that another takes the place of', () => {
  const replace = (from: string, to: string, leave = false): Rename => ({ from, to, leave, into: true })
  test('all that referred to it refers to the other, in fields and pointers too, and it is gone', () => {
    const now = after(replace('ink.deep', 'ink.pale'))
    expect(now[0]!.document).toMatchObject({
      ink: { pale: { $value: '#d5e0e6' } },
      text: { strong: { $value: '{ink.pale}' } },
      edge: {
        line: { $value: { color: '{ink.pale}' } },
        copy: { $value: { $ref: '#/ink/pale/$value' } },
      },
    })
    for (const { document } of now) expect(JSON.stringify(document)).not.toContain('deep')
    const outcome = renamed(replace('ink.deep', 'ink.pale'))
    expect(outcome.ok && outcome.value).toMatchObject({
      properties: [{ from: '--t-ink-deep', to: '--t-ink-pale' }],
      changes: [
        { theme: 'day', before: '#11344A', after: '#D5E0E6' },
        { theme: 'night', before: '#EEEEEE', after: '#D5E0E6' },
      ],
    })
  })
  test('its name may stay as a deprecated alias, in the base', () => {
    const [base, above] = after(replace('ink.deep', 'ink.pale', true))
    expect(base!.document).toMatchObject({
      ink: { deep: { $value: '{ink.pale}', $deprecated: 'It is ink.pale now.' } },
    })
    expect(JSON.stringify(above!.document)).not.toContain('deep')
  })
  test('what cannot take its place says why', () => {
    expect(codes(replace('ink.deep', 'ink.none'))).toEqual(['no-token'])
    expect(codes(replace('ink.deep', 'ink'))).toEqual(['no-token'])
    expect(codes(replace('ink', 'text.strong'))).toEqual(['token-group'])
    expect(codes(replace('ink.none', 'ink.deep'))).toEqual(['no-token'])
    expect(codes(replace('ink.deep', 'size.thin'))).toEqual(['token-type'])
    expect(codes(replace('ink.deep', 'ink.deep'))).toEqual(['same-name'])
    // of itself it would come to nothing, in any theme
    expect(codes(replace('ink.deep', 'text.strong'))).toEqual(['token-circle'])
    expect(codes(replace('ink.pale', 'text.strong'))).toEqual(['token-circle'])
    expect(codes(replace('text.strong', 'ink.deep'))).toEqual([])
  })
  test('whatever tokens refer to each other, all others come to what they did with the other in its place', () => {
    const names = ['a', 'b', 'c', 'd', 'e']
    const value = fc.oneof(
      fc.integer({ min: 0, max: 99 }),
      fc.constantFrom(...names).map((name) => `{${name}}`),
    )
    const file = fc.dictionary(fc.constantFrom(...names), value, { minKeys: 5, maxKeys: 5 })
    fc.assert(
      fc.property(file, fc.constantFrom(...names), fc.constantFrom(...names), (values, from, to) => {
        const document = Object.fromEntries(
          Object.entries(values).map(([name, $value]) => [name, { $type: 'number', $value }]),
        )
        const among: Theme[] = [{ name: 'day', title: 'Day', on: null, document }]
        fc.pre(resolveTheme(among, 'day').problems.length === 0 && from !== to)
        const outcome = renamed(replace(from, to), among)
        const before = cssOf(among, 'day')
        // what would be a circle is refused
        fc.pre(outcome.ok)
        const now = cssOf(after(replace(from, to), among), 'day')
        const isOfIt = (name: string) => resolveTheme(among, 'day').tokens.get(name)!.chain.includes(from)
        expect(now).toEqual(
          Object.fromEntries(
            names
              .filter((name) => name !== from)
              .map((name) => [name, isOfIt(name) ? before[to] : before[name]]),
          ),
        )
      }),
    )
  })
})
