import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { theme } from '../../tests/themes'
import { readLibrary } from '../read/read'
import { tokenDocumentSchema, type TokenDocument } from '../tokens/document'
import type { RuleName } from './check'
import { mended } from './mend'
import { colourDistance } from '../tokens/nearness'
import { checkLibrary } from './rules'
import { usualTierRule, type TierRule } from './tier-rule'
import { movedAbout } from './waiver'
import { filesIn } from '../../tests/tern'

const documentOf = (name: string): TokenDocument =>
  tokenDocumentSchema.parse(JSON.parse(readFileSync(`demo/tern/tokens/${name}.json`, 'utf8')))
const ternThemes = [
  theme('daywatch', null, documentOf('daywatch')),
  theme('nightwatch', 'daywatch', documentOf('nightwatch')),
]

describe('Tern', () => {
  const files = filesIn('demo/tern').filter(({ path }) => /\.(?:ts|js|css|svg)$/.test(path))
  const { contracts } = readLibrary(files)
  const found = checkLibrary({ files, contracts, themes: ternThemes, prefix: 'tern' })
  const said = (rule: RuleName) => found.filter((finding) => finding.rule === rule)
  test('what was planted is found, where it is', () => {
    expect(said('undefined-property')).toEqual([
      expect.objectContaining({
        tag: 'tern-weather-chip',
        place: expect.objectContaining({ file: 'src/weather-chip.css' }),
        says: '--tern-feedback-clam-ground is no token, and no rule sets it.',
        todo: 'Did you mean --tern-feedback-calm-ground?',
      }),
    ])
    expect(said('class-name').map(({ says, place }) => [place?.file, says])).toEqual([
      ['styles/page.css', '.tern-row has display: flex here, and grid in styles/timetable.css, line 2.'],
    ])
    expect(said('fallback').map(({ says, place }) => [place?.file, says])).toEqual([
      ['src/action.css', '--tern-text-strong falls back to #11354A; text.strong is #11344A.'],
    ])
    expect(said('icon').map(({ says, place }) => [place?.file, says])).toEqual([
      ['src/icons/anchor.svg', 'No component asks for the icon “anchor”.'],
    ])
    expect(said('message').map(({ says, place }) => [place?.line, says])).toEqual([
      [5, 'The message “choose” in Danish: missing.'],
      [15, 'The message “late” in Danish: without minutes; with minutter, which the base has not.'],
    ])
  })
  test('texts that are written into components are told, and what messages say is not', () => {
    const texts = said('hard-coded-text').map(({ tag, says }) => `${tag} ${says}`)
    expect(texts).toHaveLength(15)
    expect(texts).toContain('tern-action “Go on” is written into the component.')
    expect(texts).toContain('tern-tide-gauge “Tide” is written into the aria-label of an element.')
    expect(texts.filter((text) => /island-picker|fare-stepper/.test(text))).toEqual([])
    expect(said('hard-coded-text')[0]!.todo).toBe('Say it by a message, as those of messages are.')
    const without = files.filter(({ path }) => !path.endsWith('messages.ts'))
    expect(
      checkLibrary({ files: without, contracts, themes: ternThemes, prefix: 'tern' }).filter(
        ({ rule }) => rule === 'hard-coded-text',
      ),
    ).toEqual([])
  })
  test('lengths are those of tokens that are used for the same, and every tier is told its next', () => {
    const raw = said('raw-value').map(({ about }) => about)
    expect(raw).toContain('src/weather-chip.css color #11344A')
    expect(raw).toContain('src/berth-mark.css padding 4px')
    expect(raw.filter((about) => /radius|border|outline/.test(about))).toEqual([])
    expect(said('tier').map(({ token }) => token)).toEqual([
      ...['action.ground.rest', 'action.ground.hover', 'ticket.band', 'meter.label'],
      ...['action.ground.rest', 'action.ground.hover', 'ticket.band'],
    ])
    expect(said('unused-token').map(({ token }) => token)).toContain('type.heading')
  })
  test('which tiers tokens refer to is for the library to say', () => {
    const given = { files, contracts, themes: ternThemes, prefix: 'tern' }
    const toldWith = (tiers: TierRule) =>
      checkLibrary({ ...given, tiers }).flatMap(({ rule, token }) => (rule === 'tier' ? [token] : []))
    expect(toldWith(usualTierRule)).toEqual(said('tier').map(({ token }) => token))
    const past = toldWith({ semantic: 'primitive', component: 'semantic or primitive' })
    expect(past.length).toBeLessThan(said('tier').length)
    expect(said('tier').map(({ token }) => token)).toEqual(expect.arrayContaining(past))
    expect(toldWith({ semantic: 'anything', component: 'anything' })).toEqual([])
  })
  test('a value that is mended is told no more, and nothing else is told instead', () => {
    const raw = said('raw-value')
    const after = files.map((file) => {
      const edits = raw.flatMap(({ place, mends }) => (place!.file === file.path ? mends![0]!.edits : []))
      return { ...file, text: mended(file.text, edits)! }
    })
    const again = checkLibrary({
      files: after,
      contracts: readLibrary(after).contracts,
      themes: ternThemes,
      prefix: 'tern',
    })
    const others = found.filter(({ rule }) => rule !== 'raw-value')
    expect(again.map(({ rule, about }) => [rule, about])).toEqual(
      others.map(({ rule, about }) => [rule, about]),
    )
    expect(raw.find(({ about }) => about.includes('fare-stepper.css padding 4px'))!.mends).toEqual([
      expect.objectContaining({
        token: 'space.1',
        reads: expect.arrayContaining([expect.stringContaining('var(--tern-space-1, 4px)')]),
      }),
    ])
    // of a text that is another by now nothing is made
    expect(mended('.a { color: red }', raw[0]!.mends![0]!.edits)).toBeUndefined()
  })
  test('a line that moves changes nothing of what a finding is about', () => {
    const moved = files.map((file) => ({ ...file, text: `\n\n${file.text}` }))
    const again = checkLibrary({
      files: moved,
      contracts: readLibrary(moved).contracts,
      themes: ternThemes,
      prefix: 'tern',
    })
    expect(again.map(({ rule, about }) => [rule, about])).toEqual(
      found.map(({ rule, about }) => [rule, about]),
    )
  })
})

test('a clean library of twelve components has nothing to look at', () => {
  const files = filesIn('tests/fixtures/whimbrel')
  const { contracts } = readLibrary(files)
  expect(contracts).toHaveLength(12)
  expect(checkLibrary({ files, contracts, themes: [], prefix: 'w' })).toEqual([])
  // nor with tokens it has never heard of, but that it uses none of them
  const others = checkLibrary({ files, contracts, themes: ternThemes, prefix: 'tern' })
  expect(others.filter(({ rule }) => !['unused-token', 'tier', 'raw-value'].includes(rule))).toEqual([])
})

/** What a rule says of sheets beside a file of tokens. */
const sayOf = (rule: RuleName, sheets: Record<string, string>, document: TokenDocument): string[] => {
  const files = Object.entries(sheets).map(([path, text]) => ({ path, text }))
  return checkLibrary({ files, contracts: [], themes: [theme('day', null, document)], prefix: 'x' }).flatMap(
    (finding) => (finding.rule === rule ? [`${finding.place?.line ?? ''} ${finding.about}`] : []),
  )
}
const scale: TokenDocument = {
  ink: { $type: 'color', $value: '#11344A' },
  gap: { $type: 'dimension', $value: '4px' },
  quick: { $type: 'duration', $value: '120ms' },
  heavy: { $type: 'fontWeight', $value: 600 },
}

describe('values that a token stands for', () => {
  const use = '.use { color: var(--x-ink); gap: var(--x-gap) }'
  test.each([
    ['.a { color: #11344a }', ['1 a.css color #11344a']],
    ['.a { border: 1px solid rgb(17 52 74) }', ['1 a.css border rgb(17 52 74)']],
    ['.a { color: rgb(17 52 74 / 50%) }', []],
    ['.a { color: var(--own, #11344A) }', []],
    ['.a { background: url(a.svg#11344A) }', []],
    ['.a { color: color-mix(in srgb, #11344A, red) }', []],
    ['.a { mask: linear-gradient(#11344A, transparent) }', []],
    ['.a {\n padding: 4px 0 }', ['2 a.css padding 4px']],
    ['.a { border-width: 4px; border-radius: 4px; width: 4px }', []],
    ['.a { transition: color .12s }', ['1 a.css transition .12s']],
    ['.a { font-weight: 600 }', ['1 a.css font-weight 600']],
    ['.a { z-index: 600; order: 4 }', []],
    ['.a { grid-area: ink }', []],
    ['@font-face { font-weight: 600; font-family: x }', []],
    ['@property --y { syntax: "<color>"; initial-value: #11344A; color: #11344A }', []],
    ['@media (width > 4px) { .a { color: #11344A } }', ['1 a.css color #11344A']],
  ])('%s', (css, due) => expect(sayOf('raw-value', { 'a.css': css, 'use.css': use }, scale)).toEqual(due))
  test('in a script too, at its line', () => {
    const text = 'const a = css`\n  :host { color: #11344A }\n`\nconst b = "{ color: red }"'
    expect(sayOf('raw-value', { 'a.js': text }, scale)).toEqual(['2 a.js color #11344A'])
  })
})

test('rules of one selector meet where they are of two sheets of a page, under the same conditions', () => {
  const meet = (first: string, second: string) => sayOf('class-name', { 'a.css': first, 'b.css': second }, {})
  expect(meet('.a { gap: 1px }', '.a{gap:2px}')).toEqual(['1 .a a.css b.css'])
  expect(meet('.a > .b { gap: 1px }', '.a>.b{gap:2px}')).toEqual(['1 .a>.b a.css b.css'])
  expect(meet('.a { gap: 1px }', '.a { gap: 1px; color: red }')).toEqual([])
  expect(meet('.a { gap: 1px }', '@media print { .a { gap: 2px } }')).toEqual([])
  expect(meet('@media print { .b { gap: 0 } } .a { gap: 1px }', '.a { gap: 2px }')).toEqual([
    '1 .a a.css b.css',
  ])
  expect(meet('p { gap: 1px }', 'p { gap: 2px }')).toEqual([])
  expect(meet('.a { &:hover { gap: 1px } }', '.b { &:hover { gap: 2px } }')).toEqual([])
  expect(meet('.a { &:hover { gap: 1px } }', '.a { &:hover { gap: 2px } }')).toHaveLength(1)
})

test('two primitives of the same value are told once; what refers to another, or is no primitive, is not', () => {
  const primitive = (tokens: TokenDocument): TokenDocument => ({
    scale: { $extensions: { 'org.kept-shelf': { tier: 'primitive' } }, ...tokens },
  })
  const other = { $type: 'color', $value: 'rgb(17 52 74)' }
  expect(sayOf('same-value', {}, primitive({ ...scale, other }))).toEqual([' scale.ink scale.other'])
  const alias = { $type: 'color', $value: '{scale.ink}' }
  expect(sayOf('same-value', {}, primitive({ ...scale, other: alias }))).toEqual([])
  expect(sayOf('same-value', {}, { ...scale, other })).toEqual([])
})

test('of colours, tokens that are used for the same come before others; a sum says nothing of its parts', () => {
  const white = { $type: 'color', $value: '#FFF' }
  const document = { page: white, inverse: white, edge: { $type: 'dimension', $value: '1px' } }
  const use =
    '.use { background: var(--x-page); color: var(--x-inverse); border-width: var(--x-edge); ' +
    'height: calc(2 * var(--x-edge)) }'
  const files = [
    { path: 'use.css', text: use },
    { path: 'a.css', text: '.a { color: white; height: 1px; outline: 1px solid white }' },
    { path: 'demo/a.css', text: '.a { color: white }' },
    { path: 'theme.css', text: ':root { --x-page: #FFF; --x-inverse: #FFF; --own: #FFF }' },
  ]
  const found = checkLibrary({ files, contracts: [], themes: [theme('day', null, document)], prefix: 'x' })
  expect(found.flatMap(({ rule, says }) => (rule === 'raw-value' ? [says] : []))).toEqual([
    'white in color is the value of inverse.',
    '1px in outline is the value of edge.',
    'white in outline is the value of page, inverse.',
    '#FFF in --own is the value of page, inverse.',
  ])
})

test('what a script lists or sets by name is no misspelling; nor is anything where there are no tokens', () => {
  const files = [
    {
      path: 'x-card.js',
      text:
        "const list = [['--x-listed', '#fff']]\nexport class XCard extends HTMLElement { connectedCallback() { " +
        "this.attachShadow({ mode: 'open' }).innerHTML = `<style>b { color: var(--x-listed); gap: var(--x-gat); " +
        'top: var(--x-liste); ' +
        "margin: var( --x-nobody ) }</style><b>x</b>` } }\ncustomElements.define('x-card', XCard)",
    },
  ]
  const { contracts } = readLibrary(files)
  const said = (document: TokenDocument) =>
    checkLibrary({ files, contracts, themes: [theme('day', null, document)], prefix: 'x' }).flatMap(
      ({ rule, about, todo }) => (rule === 'undefined-property' ? [`${about}: ${todo}`] : []),
    )
  expect(said(scale)).toEqual([
    'x-card --x-gat: Did you mean --x-gap?',
    'x-card --x-liste: Did you mean --x-listed?',
    'x-card --x-nobody: Make a token of that name, or give it a fallback.',
  ])
  expect(said({})).toEqual([])
})

test('a token is used where what refers to it is', () => {
  const document = { ...scale, text: { $type: 'color', $value: '{ink}' } }
  expect(
    sayOf('unused-token', { 'a.css': '.a { color: var(--x-text); gap: var(--x-gaping) }' }, document),
  ).toEqual([' gap', ' quick', ' heavy'])
})

test('colours are as far apart as people see them', () => {
  expect(colourDistance('#11344A', '#11344A')).toBe(0)
  expect(colourDistance('#11344A', '#11354A')).toBeLessThan(1)
  expect(colourDistance('#11344A', '#E2A03F')).toBe(Infinity)
  expect(colourDistance('#11344A', 'none of them')).toBeUndefined()
})

test('whatever stands in files, the rest is checked all the same', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200, unit: 'binary' }), (text) => {
      const sheets = { 'bad.css': text, 'bad.ts': text, 'good.css': '.a { color: #11344A }' }
      expect(sayOf('raw-value', sheets, scale)).toContain('1 good.css color #11344A')
    }),
  )
})

test('what is let stand follows the tokens that it is about, by where its rule has them', () => {
  const move = { from: 'text', to: 'words' }
  expect(movedAbout('unused-token', 'text.soft', move)).toBe('words.soft')
  expect(movedAbout('same-value', 'ink.1 text.a text.b', move)).toBe('ink.1 words.a words.b')
  expect(movedAbout('tier', 'day text.soft', move)).toBe('day words.soft')
  // the role of a pair is called text too
  expect(movedAbout('contrast', 'day text text.soft on text.back x-strip p.text', move)).toBe(
    'day text words.soft on words.back x-strip p.text',
  )
  expect(movedAbout('class-name', '.strip x text', move)).toBe('.strip x text')
  expect(movedAbout('tier', 'day textual.soft', move)).toBe('day textual.soft')
})

describe('parts', () => {
  const files = [
    {
      path: 'src/berth.ts',
      text: `/** A berth. @csspart number - Its number. */
export class Berth extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<b part="number">2</b><i part="quay"></i>' } }
customElements.define('sea-berth', Berth)`,
    },
    {
      path: 'src/row.ts',
      text: `import './berth'
/** A row. */
export class Row extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<p part="line"><sea-berth exportparts="nunber: berth, quay"></sea-berth></p>' } }
customElements.define('sea-row', Row)`,
    },
    {
      path: 'styles/page.css',
      text: `sea-row::part(lines) { color: red }
sea-row::part(number), main > sea-row.open::part(line quay):hover { color: red }
sea-row::part(whatever) { color: red }
.x sea-berth::part(quay) { color: red }`,
    },
  ]
  const { contracts } = readLibrary(files)
  const found = checkLibrary({ files, contracts, themes: [theme('day', null, {})], prefix: 'sea' })
  const told = found.filter(({ rule }) => rule === 'part')
  test('what is misspelt, what is not forwarded, what is forwarded under a wrong name; nothing else', () => {
    expect(told.map(({ says, todo, place }) => [says, todo, `${place?.file} ${place?.line}`])).toEqual([
      [
        'sea-row::part(lines) reaches nothing: sea-row has no part of that name.',
        'Did you mean line?',
        'styles/page.css 1',
      ],
      [
        'sea-row::part(number) reaches nothing: sea-row has no part of that name.',
        'It is a part of sea-berth in it: forward it there, by exportparts="number".',
        'styles/page.css 2',
      ],
      [
        'sea-row forwards nunber of sea-berth as berth, which has no part of that name.',
        'Did you mean number?',
        'src/row.ts 3',
      ],
    ])
  })
})

describe('one value in', () => {
  const css = `:host { display: block; }
.a { background: #123456; padding: 13px; }
.b { background-color: #123456; padding: 13px; }
.c { background: linear-gradient(#123456, #fff); color: #123456; padding-left: 13px; }
.d { background: #123456 none; border: 13px solid; }
.e { background: #ff0000; } .f { background: #ff0000; } .g { background: #ff0000; } .h { background: #ff0000; }`
  const files = [
    {
      path: 'src/x.ts',
      text: `import css from './x.css'
/** A row. */
export class Row extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>' + css + '</style><p class="a"></p>' } }
customElements.define('sea-row', Row)`,
    },
    { path: 'src/x.css', text: css },
    { path: 'styles/page.css', text: css },
  ]
  const themes = [theme('day', null, { signal: { $type: 'color', $value: '#ff0000' } })]
  const checked = (sources: typeof files) => {
    const { contracts } = readLibrary(sources)
    const found = checkLibrary({ files: sources, contracts, themes, prefix: 'sea' })
    return found.filter(({ rule }) => rule === 'one-value')
  }
  test('a value for one use in many rules is told, with one property in its place; a token’s and a distance are not', () => {
    const [finding, ...others] = checked(files)
    expect(others).toEqual([])
    expect(finding).toMatchObject({
      says: '#123456 stands 4 times as ground, in 4 rules.',
      tag: 'sea-row',
      place: { file: 'src/x.css', line: 2 },
    })
    expect(finding!.todo).toContain('--sea-row-ground')
    const after = mended(css, finding!.mends![0]!.edits)!
    expect(after).toContain(':host { --sea-row-ground: #123456; }')
    expect(after).toContain('background: linear-gradient(var(--sea-row-ground), #fff); color: #123456')
    expect(
      checked(files.map((file) => (file.path === 'src/x.css' ? { ...file, text: after } : file))),
    ).toEqual([])
  })
})

describe('custom properties among themselves', () => {
  const css = `:host { --a: var(--b); --b: calc(var(--c, 1px) * 2); --c: var(--a); }
.x { --gap: var(--gap, 4px); padding: var(--gap); }
.y { --left: var(--right); }
.z { --right: var(--left); margin: var(--right); }
.w { --once: var(--once); --once: 3px; margin: var(--once); }
@media print { .x { --sea-ink: black; } }
.v { --sea-row-told: 1px; --_inner: 2px; --other-lib: 3px; padding: var(--_inner); }`
  const files = [
    {
      path: 'src/x.ts',
      text: `import css from './x.css'
/** A row. */
export class Row extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>' + css + '</style><p class="x"></p>' } told() { return '--sea-row-told' } }
customElements.define('sea-row', Row)`,
    },
    { path: 'src/x.css', text: css },
  ]
  const { contracts } = readLibrary(files)
  const found = checkLibrary({ files, contracts, themes: [theme('day', null, {})], prefix: 'sea' })
  const said = (rule: RuleName) => found.flatMap((finding) => (finding.rule === rule ? [finding.says] : []))
  test('a circle is told, with all that is in it; what the last declaration mends, or two rules share, is not', () => {
    expect(said('property-circle')).toEqual([
      '--a reads --b reads --c reads --a: none of them has a value there.',
      '--gap reads itself: it has no value there, not even the one that comes down.',
    ])
  })
  test('what is the library’s by its name and is never read is told; what another library may read is not', () => {
    expect(said('unread-property')).toEqual(['--sea-ink is set, and nothing reads it.'])
  })
})

describe('registrations', () => {
  // what Chromium answers for each of these descriptors, asked with a page of nothing else
  const asked: [string, string | undefined][] = [
    ['syntax: "<length>"; inherits: false; initial-value: 1px', undefined],
    ['syntax: "*"; inherits: false', undefined],
    ['syntax: "<length> | auto"; inherits: true; initial-value: auto', undefined],
    ['syntax: "<length>"; inherits: false; initial-value: 1vw', undefined],
    ['syntax: "<length>"; inherits: false; initial-value: calc(1px + 2px)', undefined],
    ['syntax: "<length>"; inherits: false', 'it has no initial value'],
    ['syntax: "<length>"; initial-value: 1px', 'it does not say whether it inherits'],
    ['inherits: false; initial-value: 1px', 'it has no syntax'],
    ['syntax: <length>; inherits: false; initial-value: 1px', '<length> is no syntax'],
    ['syntax: "<lenght>"; inherits: false; initial-value: 1px', '"<lenght>" is no syntax'],
    ['syntax: "<length>"; inherits: false; initial-value: 1rem', '1rem depends on where it stands'],
    ['syntax: "<length>"; inherits: false; initial-value: 2cqw', '2cqw depends on where it stands'],
    ['syntax: "<length>"; inherits: false; initial-value: 3', '3 is not of the syntax "<length>"'],
    ['syntax: "<length>"; inherits: false; initial-value: var(--y)', 'its initial value reads another'],
  ]
  const checked = (text: string) =>
    checkLibrary({
      files: [{ path: 'a.css', text }],
      contracts: [],
      themes: [theme('day', null, {})],
      prefix: 'sea',
    })
      .filter(({ rule }) => rule === 'registration')
      .map(({ says, place }) => [says, place?.line])
  test.each(asked)('%s', (descriptors, why) => {
    const text = `.a { color: red }\n@property --x { ${descriptors} }`
    expect(checked(text)).toEqual(why === undefined ? [] : [[`Browsers pass @property --x over: ${why}.`, 2]])
  })
  test('values that are not of the syntax; what every property takes, and what is worked out, is let be', () => {
    const text = `@property --size { syntax: '<length>'; inherits: true; initial-value: 0px }
.a { --size: 3; }
.b { --size: 3px; } .c { --size: inherit; } .d { --size: var(--other); } .e { --size: calc(1px * 2); }
.f { --size: wide; }`
    const says = (value: string) =>
      `--size: ${value} is not of the syntax <length> that it is registered with: it is as if it were not set there.`
    expect(checked(text)).toEqual([
      [says('3'), 2],
      [says('wide'), 4],
    ])
  })
})

test('classes meet in blocks of components too, where those are not scoped', () => {
  const vue = (block: string, css: string) =>
    `<script setup>\n</script>\n<template><p class="row"></p></template>\n<${block}>\n${css}\n</style>`
  const files = [
    { path: 'src/A.vue', text: vue('style', '.row { display: flex }\n.card { color: red }') },
    { path: 'src/B.vue', text: vue('style', '.row { display: grid }') },
    { path: 'src/C.vue', text: vue('style scoped', '.row { display: block }') },
    { path: 'src/D.vue', text: vue('style module', '.row { display: inline }') },
    { path: 'styles/page.css', text: '.card { color: blue }' },
  ]
  const { contracts } = readLibrary(files)
  const found = checkLibrary({ files, contracts, themes: [theme('day', null, {})], prefix: 'sea' })
  expect(
    found.flatMap(({ rule, says, place }) =>
      rule === 'class-name' ? [[place!.file, place!.line, says]] : [],
    ),
  ).toEqual([
    ['src/A.vue', 5, '.row has display: flex here, and grid in src/B.vue, line 5.'],
    ['src/A.vue', 6, '.card has color: red here, and blue in styles/page.css, line 1.'],
  ])
})

test('an icon that is asked for and is not there is told where it is asked for', () => {
  const files = [
    {
      path: 'signs.ts',
      text: "export const signs = { buoy: '<svg></svg>', sail: '<svg></svg>' }",
    },
    {
      path: 'a.ts',
      text:
        "import { signs } from './signs.ts'\nexport class Xa extends HTMLElement {\n" +
        "  connectedCallback() { this.innerHTML = signs.bouy + signs.sail }\n}\ncustomElements.define('x-a', Xa)",
    },
  ]
  const { contracts } = readLibrary(files)
  const found = checkLibrary({ files, contracts, themes: [], prefix: 'x' }).filter(
    ({ rule }) => rule === 'icon',
  )
  expect(found.map(({ says, tag, place }) => [says, tag, place?.line])).toEqual([
    ['The icon “bouy” is asked for, and there is none.', 'x-a', 3],
    ['No component asks for the icon “buoy”.', undefined, 1],
  ])
})
