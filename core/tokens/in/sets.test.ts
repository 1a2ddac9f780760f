import fc from 'fast-check'
import { theme } from '../../../tests/themes'
import { tokenFiles } from '../print/files'
import type { FileIn } from './files-read'
import { setsIn } from './sets'
import { mergedDocuments } from './sets-in'
import { planSets } from './sets-plan'
import { resolveTheme, type Theme } from '../themes'

const file = (path: string, content: unknown): FileIn => ({ path, text: JSON.stringify(content) })
const length = (value: number) => ({ $type: 'dimension', $value: { value, unit: 'px' } })
const ok = (files: FileIn[]) => {
  const read = setsIn(files)
  if (!read.ok) throw new Error(read.problems[0]!.what)
  return read.value
}
const whats = (files: FileIn[]) => {
  const read = setsIn(files)
  return read.ok ? [] : read.problems.map(({ what }) => what)
}

describe('files by what is in them', () => {
  test('what gives tokens anew is a theme; all else is the base, in order, what others rest on first', () => {
    const { base, themes } = ok([
      file('components.json', { card: { gap: length(3) } }),
      file('dark.tokens.json', { space: { small: length(2) } }),
      file('tokens/global.json', { space: { small: length(1), large: length(9) } }),
    ])
    expect(base.from).toEqual(['tokens/global.json', 'components.json'])
    expect(base.document).toEqual({
      space: { small: length(1), large: length(9) },
      card: { gap: length(3) },
    })
    expect(themes).toEqual([
      {
        name: 'dark',
        title: 'dark',
        axis: null,
        document: { space: { small: length(2) } },
        from: ['dark.tokens.json'],
      },
    ])
  })
  test('the older spelling is upgraded, and that is said', () => {
    const { base, says } = ok([file('a.json', { gap: { value: '4px', type: 'spacing' } })])
    expect(base.document).toMatchObject({ gap: { $type: 'dimension' } })
    expect(says.join()).toContain('a.json: ')
  })
  test('what is no token file says so, with its name', () => {
    expect(whats([{ path: 'a.json', text: '{' }]).join()).toMatch(/^This is not JSON/)
    expect(whats([{ path: 'a.json', text: '[]' }])).toEqual([
      'A token file is a JSON object of groups and tokens.',
    ])
    expect(whats([])).toEqual(['There is no token file among them.'])
  })
})

describe('files with a resolver document', () => {
  const files = [
    file('t/base.json', { space: { small: length(1) } }),
    file('t/night.json', { space: { small: length(2) } }),
    file('t/close.json', { space: { small: length(0) } }),
  ]
  const by = (more: object) => [
    ...files,
    file('t/resolver.json', {
      version: '2025.10',
      sets: { ground: { sources: [{ $ref: './base.json' }] } },
      modifiers: {
        scheme: { contexts: { day: [], night: [{ $ref: 'night.json' }] }, default: 'day' },
        density: { contexts: { usual: [], 'very close': [{ $ref: 'close.json' }] }, default: 'usual' },
        direction: { contexts: { ltr: [], rtl: [{ space: { turn: length(7) } }] } },
      },
      resolutionOrder: [
        { $ref: '#/sets/ground' },
        { $ref: '#/modifiers/scheme' },
        { $ref: '#/modifiers/density' },
        { $ref: '#/modifiers/direction' },
      ],
      ...more,
    }),
  ]
  test('sets are the base, the first modifier themes, the others axes', () => {
    const { base, themes } = ok(by({}))
    expect(base).toEqual({ document: { space: { small: length(1) } }, from: ['t/base.json'] })
    expect(themes.map(({ name, axis, from }) => [name, axis, from])).toEqual([
      ['night', null, ['t/night.json']],
      ['very-close', 'density', ['t/close.json']],
      ['rtl', 'direction', ['t/resolver.json']],
    ])
  })
  test('what it names and is not there, and what it is not, says so', () => {
    expect(whats(by({ sets: { ground: { sources: [{ $ref: 'lost.json' }] } } }))).toEqual([
      'It names lost.json, which is not among the files.',
    ])
    expect(whats(by({ resolutionOrder: [{ $ref: '#/sets/none' }] }))).toEqual([
      '#/sets/none names no set and no modifier of it.',
    ])
    expect(whats(by({ sets: 4 })).join()).toMatch(/^This is no resolver document: sets/)
    expect(
      whats([
        ...by({}),
        ...by({})
          .slice(3)
          .map(({ text }) => ({ path: 'b.json', text })),
      ]),
    ).toEqual(['There are two resolver documents.'])
    for (const $ref of ['#/sets/constructor', '#/modifiers/toString', '%', '../../x.json'])
      expect(
        whats(
          by({ sets: { ground: { sources: [{ $ref }] } }, resolutionOrder: [{ $ref: '#/sets/ground' }] }),
        ),
      ).toEqual([`It names ${$ref}, which is not among the files.`])
    const circle = { a: { sources: [{ $ref: '#/sets/a' }] } }
    expect(whats(by({ sets: circle, resolutionOrder: [{ $ref: '#/sets/a' }] })).join()).toContain('#/sets/a')
  })
  test('the one theme of colours stays the base where all else is worn beside it', () => {
    const before: Theme[] = [
      theme('day', null, { a: length(1) }),
      { ...theme('close', 'day', { a: length(0) }), axis: 'density' },
    ]
    const { themes } = ok(
      tokenFiles(before, 't')
        .filter(({ path }) => /(?:day|close|resolver)\.json$/.test(path))
        .map(({ path, content }) => ({ path, text: content })),
    )
    expect(themes.map(({ name, axis }) => [name, axis])).toEqual([['close', 'density']])
  })
  test('one document over another keeps what is called as what every object has', () => {
    const under = JSON.parse('{"g": {"__proto__": {"$value": 1}, "constructor": {"$value": 2}}}')
    const over = JSON.parse('{"g": {"__proto__": {"$value": 3}}}')
    expect(JSON.stringify(mergedDocuments(under, over))).toBe(
      '{"g":{"__proto__":{"$value":3},"constructor":{"$value":2}}}',
    )
  })
  test('what the shelf prints comes in as it was, in every theme', () => {
    const lengths = (isPartial: boolean) =>
      fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.nat(99).map(length), {
        minKeys: isPartial ? 0 : 3,
        maxKeys: 3,
      })
    fc.assert(
      fc.property(
        lengths(false),
        fc.tuple(lengths(true), lengths(true), lengths(true)),
        (day, [night, close, rtl]) => {
          const before: Theme[] = [
            theme('day', null, day),
            theme('night', 'day', night),
            { ...theme('close', 'day', close), axis: 'density' },
            { ...theme('rtl', 'day', rtl), axis: 'direction' },
          ]
          const printed = tokenFiles(before, 't')
            .filter(({ path }) => path.endsWith('.json') && !path.endsWith('resolved.json'))
            .map(({ path, content }) => ({ path, text: content }))
          const planned = planSets([theme('day', null, {})], printed)
          if (!planned.ok) throw new Error(planned.problems[0]!.what)
          const now = planned.value.themes.map((known) => ({ ...known, on: known.isNew ? 'day' : null }))
          expect(now.map(({ name, axis }) => [name, axis])).toEqual(
            before.map(({ name, axis }) => [name, axis ?? null]),
          )
          for (const { name } of before)
            expect([...resolveTheme(now, name).tokens.values()].map(({ path, css }) => [path, css])).toEqual(
              [...resolveTheme(before, name).tokens.values()].map(({ path, css }) => [path, css]),
            )
        },
      ),
    )
  })
})

describe('what files make of the themes of a library', () => {
  const themes = [
    theme('day', null, { space: { small: length(1), large: length(9) } }),
    theme('night', 'day', { space: { large: length(8) } }),
  ]
  test('what is there gets theirs over its own, and the others are made', () => {
    const planned = planSets(themes, [
      file('base.json', { space: { small: length(3) } }),
      file('dusk.json', { space: { small: length(4) } }),
      file('night.json', { space: { small: length(5) } }),
    ])
    expect(planned.ok && planned.value.themes).toMatchObject([
      { name: 'day', isNew: false, tokens: 1, document: { space: { small: length(3), large: length(9) } } },
      { name: 'dusk', isNew: true, document: { space: { small: length(4) } } },
      { name: 'night', isNew: false, document: { space: { small: length(5), large: length(8) } } },
    ])
  })
  test('what would have no value, and a name that cannot be, is refused', () => {
    const refusedFor = (files: FileIn[]) => {
      const planned = planSets(themes, files)
      return planned.ok ? [] : planned.problems.map(({ code }) => code)
    }
    expect(refusedFor([file('a.json', { x: { $type: 'dimension', $value: '{nothing}' } })])).toEqual([
      'token-alias',
    ])
    expect(
      refusedFor([file('base.json', { a: length(1) }), file('resolved.json', { a: length(2) })]),
    ).toEqual(['theme-name'])
  })
})

describe('what other tools write', () => {
  const size = (value: string) => ({ type: 'sizing', value })
  test('groups at the top that no alias names are sets, and themes say which they wear', () => {
    const sets = {
      core: { unit: size('8') },
      'theme/calm': { ink: { type: 'color', value: '#000000' } },
      'theme/storm': { ink: { type: 'color', value: '#ffffff' } },
      'size/usual': { gap: size('{unit}') },
      'size/close': { gap: size('{unit} * 0.5') },
      draft: { gap: size('99') },
      $metadata: {
        tokenSetOrder: ['core', 'size/usual', 'size/close', 'theme/calm', 'theme/storm', 'draft'],
      },
      $themes: [
        { name: 'Calm', group: 'weather', selectedTokenSets: { core: 'source', 'theme/calm': 'enabled' } },
        { name: 'Storm', group: 'weather', selectedTokenSets: { core: 'source', 'theme/storm': 'enabled' } },
        { name: 'Usual', group: 'density', selectedTokenSets: { 'size/usual': 'enabled' } },
        {
          name: 'Close',
          group: 'density',
          selectedTokenSets: { 'size/close': 'enabled', draft: 'disabled' },
        },
      ],
    }
    const planned = planSets([theme('day', null, {})], [file('all.json', sets)])
    if (!planned.ok) throw new Error(planned.problems[0]!.what)
    const themes = planned.value.themes.map((known) => ({ ...known, on: known.isNew ? 'day' : null }))
    expect(themes.map(({ name, axis }) => [name, axis])).toEqual([
      ['day', null],
      ['storm', null],
      ['close', 'density'],
    ])
    const css = (name: string) =>
      [...resolveTheme(themes, name).tokens].map(([path, token]) => `${path} ${token.css}`)
    expect(css('day')).toEqual(['unit 8px', 'ink #000000', 'gap 8px'])
    expect(css('storm')).toContain('ink #FFFFFF')
    expect(css('close')).toContain('gap 4px')
    expect(planned.value.without).toEqual([])
  })
  test('sets without themes are one document after another, and groups that aliases name are groups', () => {
    expect(ok([file('a.json', { a: { gap: size('4') }, b: { wide: size('{gap}') } })]).base.document).toEqual(
      {
        gap: { $type: 'dimension', $value: '4px' },
        wide: { $value: '{gap}' },
      },
    )
    const groups = { a: { gap: size('4') }, b: { wide: size('{a.gap}') } }
    expect(ok([file('a.json', groups)]).base.from).toEqual(['a.json'])
  })
  test('tokens that hold a value for each theme are divided into themes', () => {
    const held = (...values: string[]) => ({
      comment: 'Said of it',
      sets: Object.fromEntries(['light', 'dark', 'plain'].map((name, i) => [name, { value: values[i] }])),
    })
    const { base, themes } = ok([
      file('ink.json', { 'ink-1': held('#111111', '#eeeeee', '#777777') }),
      file('use.json', { text: { value: '{ink-1}' } }),
      file('gap.json', { gap: { sets: { desktop: { value: '4px' }, mobile: { value: '6px' } } } }),
    ])
    expect(base.document).toMatchObject({
      'ink-1': { $value: '#111111', $type: 'color' },
      text: { $value: '{ink-1}' },
      gap: { $value: '4px' },
    })
    expect(themes.map(({ name, axis, document }) => [name, axis, document])).toMatchObject([
      ['dark', null, { 'ink-1': { $value: '#eeeeee' } }],
      ['plain', null, { 'ink-1': { $value: '#777777' } }],
      ['mobile', 'desktop-or-mobile', { gap: { $value: '6px' } }],
    ])
    expect(JSON.stringify(base.document)).not.toContain('sets')
    const inside = { $type: 'color', $value: { default: '#ffffff', dark: '#000000' } }
    const grid = { $type: 'grid', $value: { columns: 12, gutter: '8px' } }
    const other = ok([file('a.json', { ink: inside, grid })])
    expect(other.base.document).toEqual({ ink: { $type: 'color', $value: '#ffffff' }, grid })
    expect(other.themes.map(({ name, document }) => [name, document])).toEqual([
      ['dark', { ink: { $type: 'color', $value: '#000000' } }],
    ])
  })
  test('comments and names without quotes are read, and what holds no token is left', () => {
    const text = `{ // by hand\n gap: { $type: 'dimension', $value: '4px', }, }`
    const read = ok([{ path: 'a.json5', text }, file('package.json', { 'a.b': 'c', version: '1.0.0' })])
    expect(read.base).toEqual({ document: { gap: { $type: 'dimension', $value: '4px' } }, from: ['a.json5'] })
    expect(read.says).toEqual(['package.json: it holds no token, and is left'])
  })
  test('what is laid over others by its name is no base, whichever comes first', () => {
    const ink = (value: string) => ({ ink: { $type: 'color', $value: value } })
    const { base, themes } = ok([file('dark.json', ink('#000000')), file('light.json', ink('#ffffff'))])
    expect(base.from).toEqual(['light.json'])
    expect(themes.map(({ name }) => name)).toEqual(['dark'])
  })
  test('tokens without a value are told, and cost the others nothing', () => {
    const files = [file('a.json', { gap: length(1), lost: { $value: '{none}' } })]
    const planned = planSets([theme('day', null, {})], files)
    expect(planned).toMatchObject({
      ok: true,
      value: { without: [{ what: 'lost refers to {none}, which is not there.' }] },
    })
  })
})
