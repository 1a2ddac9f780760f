import fc from 'fast-check'
import semver from 'semver'
import { readLibrary } from '../read/read'
import { readLibraryPackage } from './library'
import { customElementsManifest } from './manifest'
import { changelog, packageFiles, tagNameMap, type PackageInput } from './package'
import { readme } from './readme'
import type { Weight } from '../contract/weight'
import { followed, judgeChannel, judgeStep, judgeVersion, nextVersions } from './version'

const code = (outcome: ReturnType<typeof judgeVersion>) => (outcome.ok ? 'ok' : outcome.problems[0]!.code)
const judge = (version: string, channel = 'latest', published = ['1.0.0', '1.1.0'], latest = '1.1.0') =>
  code(judgeVersion(version, published, channel, { latest }))

test.each([
  ['1.1.1', 'latest', 'ok'],
  ['2.0.0', 'latest', 'ok'],
  ['1.1.0', 'latest', 'version-exists'],
  ['1.0.5', 'latest', 'version-backwards'],
  ['1.0.5', 'support', 'ok'],
  ['1.2.0-next.1', 'latest', 'version-prerelease'],
  ['1.2.0-next.1', 'next', 'ok'],
  ['v1.2.0', 'latest', 'version-shape'],
  ['1.2', 'latest', 'version-shape'],
  ['1.2.0+build', 'latest', 'version-shape'],
  ['', 'latest', 'version-shape'],
])('%s to %s: %s', (version, channel, expected) => expect(judge(version, channel)).toBe(expected))

test('a channel must not read as a version', () => {
  expect(judgeChannel('next').ok).toBe(true)
  for (const bad of ['1.0', 'v1', 'x', 'Latest', '', '1.x', 'a b'])
    expect(judgeChannel(bad).ok && bad !== 'v1').toBe(false)
})

const version = fc.tuple(fc.nat(4), fc.nat(12), fc.nat(12)).map((item) => item.join('.'))
test('an older line goes on with its own numbers, to a channel of its own', () => {
  const published = ['1.0.0', '1.1.0', '1.1.1', '2.0.0', '2.1.0']
  const next = (from: string, weight: 'mend' | 'additive' | 'breaking' = 'mend') =>
    nextVersions(published, weight, from).map(
      ({ version, channel, enough }) => `${version} ${channel} ${enough}`,
    )
  expect(next('1.1.1')).toEqual(['1.1.2 line-1 true', '1.2.0 line-1 true'])
  expect(next('1.1.0', 'additive')).toEqual(['1.1.2 line-1 false', '1.2.0 line-1 true'])
  expect(next('1.0.0', 'breaking')).toEqual(['1.0.1 line-1 false', '1.2.0 line-1 false'])
  expect(next('2.0.0')).toEqual(['2.0.1 line-2-0 true'])
  expect(next('2.1.0')[0]).toBe('2.1.1 latest true')
  for (const version of nextVersions(published, 'mend', '1.1.1'))
    expect(judgeVersion(version.version, published, version.channel, { latest: '2.1.0' }).ok).toBe(true)
})

test('a number that says less than what changed needs a reason', () => {
  const judged = (version: string, weight: 'mend' | 'additive' | 'breaking', reason = '') =>
    code(
      judgeStep(
        version,
        followed(version, ['0.4.0', '1.0.0', '1.1.0-next.1', '1.1.0', '2.0.0']),
        weight,
        reason,
      ),
    )
  expect(judged('1.1.1', 'additive')).toBe('version-too-little')
  expect(judged('1.1.1', 'additive', 'It was promised already.')).toBe('ok')
  expect(judged('1.2.0', 'additive')).toBe('ok')
  expect(judged('1.2.0', 'breaking')).toBe('version-too-little')
  expect(judged('3.0.0', 'breaking')).toBe('ok')
  expect(judged('2.1.0-next.0', 'breaking')).toBe('ok')
  expect(judged('0.5.0', 'breaking')).toBe('ok')
  expect(judged('0.1.0', 'breaking')).toBe('ok')
})

test('in whatever line, a version proposed may be published to its channel, is higher than what it follows, and says enough or says that it does not', () => {
  const weight = fc.constantFrom<Weight>('breaking', 'additive', 'mend', 'none')
  fc.assert(
    fc.property(
      fc.uniqueArray(version, { minLength: 1, maxLength: 8 }),
      fc.nat(),
      weight,
      (published, at, weight) => {
        const from = published[at % published.length]!
        const latest = published.toSorted(semver.compare).at(-1)!
        return nextVersions(published, weight, from).every(({ version, channel, enough }) => {
          const before = followed(version, published)!
          return (
            judgeVersion(version, published, channel, { latest }).ok &&
            semver.gt(version, before) &&
            judgeStep(version, before, weight, '').ok === enough
          )
        })
      },
    ),
    { numRuns: 1000 },
  )
})

test('every version proposed may be published', () => {
  fc.assert(
    fc.property(fc.uniqueArray(version, { minLength: 1, maxLength: 8 }), (published) => {
      const latest = published.toSorted(semver.compare).at(-1)!
      return nextVersions(published).every(
        (next) =>
          judgeVersion(next.version, published, next.step === 'prerelease' ? 'next' : 'latest', { latest })
            .ok,
      )
    }),
  )
})
test('proposals follow the rules of the numbers', () => {
  expect(nextVersions(['1.4.2']).map((nextVersion) => nextVersion.version)).toEqual([
    '1.4.3',
    '1.5.0',
    '2.0.0',
    '1.5.0-next.1',
  ])
  expect(nextVersions(['1.4.2', '1.5.0-next.1']).at(-1)!.version).toBe('1.5.0-next.2')
  expect(nextVersions([]).map((nextVersion) => nextVersion.version)).toEqual(['0.1.0', '1.0.0'])
})

test('a number that says less than what changed is told so', () => {
  const enough = (published: string[], weight: Weight) =>
    nextVersions(published, weight).map(({ step, enough }) => `${step} ${enough}`)
  expect(enough(['1.4.2'], 'breaking')).toEqual([
    'patch false',
    'minor false',
    'major true',
    'prerelease true',
  ])
  expect(enough(['1.4.2'], 'additive')).toEqual([
    'patch false',
    'minor true',
    'major true',
    'prerelease true',
  ])
  expect(enough(['0.4.2'], 'breaking')).toEqual([
    'patch false',
    'minor true',
    'major true',
    'prerelease true',
  ])
  expect(nextVersions(['1.4.2'], 'breaking')[0]!.says).toBe('too little: something that worked will not')
})

const { contracts } = readLibrary([
  {
    path: 'src/card.ts',
    text:
      '/** A card.\n * @slot - Words. */\nexport class XCard extends HTMLElement {\n /** ' +
      "Its tone. */ get tone(): 'a' | 'b' { return this.getAttribute('tone') ?? 'a' } set " +
      "tone(v) { this.setAttribute('tone', v) }\n constructor() { super(); " +
      "this.attachShadow({mode:'open'}).innerHTML = '<p part=\"body\"><slot></slot></p>' } " +
      "}\ncustomElements.define('x-card', XCard)",
  },
])
const library = { name: '@x/cards', license: 'MIT', description: 'Cards' }
const themes = [
  { name: 'day', title: 'Day', on: null, document: { ink: { $type: 'color', $value: '#000' } } },
]
const input: PackageInput = {
  library,
  prefix: 'x-',
  version: '1.0.0',
  contracts,
  words: (_tag, key) => (key === 'prop:tone' ? 'Written by a person.' : undefined),
  themes,
  built: [{ path: 'dist/index.js', content: '' }],
  accessible: {
    'x-card': [
      {
        what: 'button “Open”',
        role: 'button',
        name: 'Open',
        steady: ['focusable'],
        changing: ['expanded'],
        keys: [{ keys: ['Enter'], does: ['opens'] }],
      },
    ],
  },
  combinations: {
    'x-card': [
      {
        id: '1',
        rule: 'never',
        name: '',
        reason: 'Nobody sees it.',
        settings: [
          { axis: 'tone', value: 'storm' },
          { axis: 'wide', value: true },
        ],
      },
    ],
  },
  licence: 'MIT text',
  changelog: [{ version: '1.0.0', date: '2026-11-25', notes: '### Added\n\n- All.' }],
  registry: 'http://r/',
}
const files = packageFiles(input)
const file = (path: string) => String(files.find((file) => file.path === path)!.content)

test('a package says what must not be used together', () => {
  expect(file('README.md')).toContain('- Never tone storm with wide: Nobody sees it.')
})

test('a package says how each theme is worn, and what brings it in', () => {
  const told = readme({
    ...input,
    themes: [
      { name: 'close', title: 'Close', on: 'day', axis: 'density', document: {} },
      ...themes,
      { name: 'night', title: 'Night', on: 'day', when: { scheme: 'dark' }, document: {} },
      { name: 'turned', title: 'Turned', on: 'day', axis: 'direction', document: {} },
    ],
  })
  expect(told).toContain('`<div data-theme="night">`')
  expect(told).toContain('a theme comes in by itself: Night where the reader prefers a dark scheme.')
  expect(told).toContain('Close is worn beside any of them, by `data-density="close"`.')
  expect(told).toContain('Turned is worn beside any of them, by `dir="rtl"`.')
  expect(file('README.md')).not.toContain('beside any')
})

test('a package says where everything is', () => {
  const json = JSON.parse(file('package.json'))
  expect(json).toMatchObject({
    name: '@x/cards',
    version: '1.0.0',
    type: 'module',
    exports: { './card': { types: './dist/card.d.ts', default: './dist/card.js' } },
    sideEffects: ['./dist/**/*.js', './single/*.js', './**/*.css'],
  })
  expect(file('tokens/tokens.css')).toContain('--x-ink: #000000;')
  expect(JSON.parse(file('tokens/day.json'))).toEqual(themes[0]!.document)
  expect(file('README.md')).toContain("| `tone` | `tone` | `'a' \\| 'b'` | `'a'` | Written by a person. |")
  expect(file('CHANGELOG.md')).toContain('## [1.0.0] - 2026-11-25')
  expect(files.map((file) => file.path)).toEqual(files.map((file) => file.path).toSorted())
})
test('the manifest tells what was read, and people’s words before the source’s', () => {
  const manifest = customElementsManifest(contracts, 'x-', (_tag, key) =>
    key === 'prop:tone' ? 'Ours.' : undefined,
  ) as {
    schemaVersion: string
    modules: {
      path: string
      declarations: { tagName: string; attributes: object[]; slots: object[]; cssParts: object[] }[]
    }[]
  }
  expect(manifest.schemaVersion).toBe('2.1.0')
  expect(file('custom-elements.json')).toContain('button “Open”')
  expect(manifest.modules[0]!.path).toBe('dist/card.js')
  expect(manifest.modules[0]!.declarations[0]).toMatchObject({
    tagName: 'x-card',
    attributes: [{ name: 'tone', fieldName: 'tone', description: 'Ours.', default: "'a'" }],
    slots: [{ name: '', description: 'Words.' }],
    cssParts: [{ name: 'body' }],
  })
})
test('the tag-name map and a changelog without notes', () => {
  expect(tagNameMap(contracts, 'x-')).toContain("'x-card': XCard")
  // said of the global scope, it has to be a module, elements in it or not
  expect(tagNameMap([], 'x-')).toContain('export {}')
  expect(changelog([{ version: '0.1.0', date: '2026-01-01', notes: ' ' }])).toContain('No notes.')
})
test('a library’s package.json that will not do is told field by field', () => {
  expect(readLibraryPackage(undefined)).toMatchObject({ ok: false, problems: [{ code: 'no-package-json' }] })
  expect(readLibraryPackage('{')).toMatchObject({ ok: false })
  expect(readLibraryPackage('{"name":"Bad Name"}')).toMatchObject({
    ok: false,
    problems: [
      expect.objectContaining({ what: expect.stringContaining('name') }),
      expect.objectContaining({ what: expect.stringContaining('license') }),
    ],
  })
})
