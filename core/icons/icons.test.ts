import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import ts from 'typescript'
import { readLibrary } from '../read/read'
import type { SourceText } from '../read/source/source-text'
import { dressedFiles } from './dress'
import { glyphText, iconsCss, variedRoles, withVariants } from './drawn'
import { noIconMap, noIconSettings, type IconSettings } from './glyph'
import { dressOf, type IconsInput } from './input'
import { deprecatedIcons, iconFiles } from './package'
import { remarksOn } from './remarks'
import { setOfFiles } from './sets'
import { iconSource, ownIcons } from './ways'
import { withChoice, wornIn } from './wearing'
import { differenceBetween, side } from '../../tests/sides'
import { filesIn } from '../../tests/tern'
import type { SideInput } from '../release/sides'

const setIn = (files: readonly SourceText[]) =>
  setOfFiles(files.map(({ path, text }) => ({ path, content: text })))
const tern = filesIn('demo/tern')
const { contracts } = readLibrary(tern)
const harbour = { name: 'harbour', glyphs: setIn(filesIn('demo/icons/harbour')).glyphs }
const themes = [
  { name: 'day', on: null },
  { name: 'night', on: 'day' },
]
const wearing = (maps: IconSettings['maps']): IconsInput => ({
  settings: { ...noIconSettings, maps },
  sets: [harbour],
  themes,
  prefix: 'tern',
})

describe('icons of a library, and who asks for them', () => {
  const read = (texts: Record<string, string>) => {
    const files = Object.entries(texts).map(([path, text]) => ({ path, text }))
    return ownIcons(iconSource(files), readLibrary(files).contracts, null)
  }
  const asked = ({ uses }: ReturnType<typeof read>) =>
    uses.map(({ role, tag, line }) => `${role ?? 'any'} ${tag ?? 'nobody'} ${line}`).sort()
  const element = (tag: string, top: string, markup: string) =>
    `${top}\nexport class X${tag.replace('-', '')} extends HTMLElement {\n  connectedCallback() { this.innerHTML = ${markup} }\n}\n` +
    `customElements.define('${tag}', X${tag.replace('-', '')})\n`
  const svg = (path: string) => `<svg viewBox="0 0 8 8"><path d="${path}"/></svg>`

  test('files: each by its name, asked for by whoever imports it', () => {
    const icons = ownIcons(iconSource(tern), contracts, null)
    expect(icons.stores).toEqual([{ way: 'files', path: 'src/icons/', count: 5 }])
    expect(asked(icons)).toEqual([
      'close tern-dialog-sheet 3',
      'close tern-notice-strip 3',
      'less tern-fare-stepper 3',
      'more tern-fare-stepper 4',
      'open tern-island-picker 3',
    ])
  })

  test('a constant: by its keys, whatever it is called where it is taken, and through a component that takes any', () => {
    const icons = read({
      'src/signs.ts': `export const signs = Object.freeze({\n  buoy: '${svg('M0 0')}',\n  'tide-low': \`${svg('M1 1')}\`,\n  sail: "${svg('M2 2').replaceAll('"', '\\"')}",\n} as const)\n`,
      'src/a.ts': element(
        'x-a',
        "import { signs as drawn } from './signs.ts'",
        "drawn.buoy + drawn['tide-low']",
      ),
      'src/b.ts': element(
        'x-b',
        "import { signs } from './signs.ts'",
        "signs[this.isLow ? 'tide-low' : 'sail']",
      ),
      'src/any.ts': element(
        'x-any',
        "import { signs } from './signs.ts'",
        "signs[this.getAttribute('name')]",
      ),
      'src/c.ts': element(
        'x-c',
        "import './any.ts'",
        '\'<x-any name="sail"></x-any><x-any name="none"></x-any>\'',
      ),
    })
    expect(icons.store).toMatchObject({ way: 'table', path: 'src/signs.ts', name: 'signs' })
    expect(icons.glyphs.map(({ role, line }) => `${role} ${line}`)).toEqual([
      'buoy 2',
      'tide-low 3',
      'sail 4',
    ])
    expect(asked(icons)).toEqual([
      'any x-any 3',
      'buoy x-a 3',
      'sail x-b 3',
      'sail x-c 3',
      'tide-low x-a 3',
      'tide-low x-b 3',
    ])
  })

  test('a constant in groups, and one that is asked for by a step that is not known', () => {
    const icons = read({
      'src/signs.ts': `export const signs = { thin: { buoy: '${svg('')}', sail: '${svg('')}' }, bold: { buoy: '${svg('')}' } }`,
      'src/a.ts': element('x-a', "import { signs } from './signs.ts'", "signs.thin['sail']"),
      'src/any.ts': element('x-any', "import { signs } from './signs.ts'", 'signs[this.weight][this.name]'),
      'src/b.ts': element('x-b', "import './any.ts'", '\'<x-any name="buoy"></x-any>\''),
    })
    expect(icons.glyphs.map(({ role }) => role)).toEqual(['thin.buoy', 'thin.sail', 'bold.buoy'])
    expect(asked(icons)).toEqual(['any x-any 3', 'bold.buoy x-b 3', 'thin.buoy x-b 3', 'thin.sail x-a 3'])
  })

  test('a script for each in folders, fetched by one that fetches whichever is wanted', () => {
    const names = Array.from({ length: 12 }, (_, i) => `small/sign${i}`)
    const cases = names.map((name) => `case '${name}': return import('./${name}.js')`).join('\n')
    const icons = read({
      ...Object.fromEntries(names.map((name) => [`src/${name}.js`, `export const val = \`${svg('')}\`\n`])),
      'src/large/sign0.js': `const it = '${svg('')}'\nexport default it`,
      'src/large/other.js': "export const text = '<svg></svg>'\nexport const more = 1\nexport const most = 2",
      'src/load.js': `export function load(name) { switch (name) {\n${cases}\n} }`,
      'src/any.js': element('x-any', "import { load } from './load.js'", 'load(this.name)'),
      'src/b.js': element('x-b', "import './any.js'", '\'<x-any name="small:sign3"></x-any>\''),
    })
    expect(icons.store).toEqual({ way: 'modules', path: 'src/', count: 13 })
    expect(asked(icons)).toEqual(['any x-any 2', 'small/sign3 x-b 3'])
  })

  test('a sprite: each symbol by its id, asked for by use elements', () => {
    const icons = read({
      'src/sprite.svg':
        '<svg><symbol id="buoy" viewBox="0 0 8 8"><path d="M0 0"/></symbol>\n<symbol id="sail"/></svg>',
      'src/a.ts': element('x-a', '', '\'<svg><use href="sprite.svg#buoy"/></svg>\''),
    })
    expect(icons.store).toMatchObject({ way: 'sprite', path: 'src/sprite.svg' })
    expect(icons.glyphs.map(({ role, line }) => `${role} ${line}`)).toEqual(['buoy 1', 'sail 2'])
    expect(asked(icons)).toEqual(['buoy x-a 3'])
  })

  test('where there is more than one way, the most is taken, or what was chosen; none is said as none', () => {
    const files = [
      ...tern,
      { path: 'src/two.ts', text: `export const two = { a: '${svg('')}', b: '${svg('')}' }` },
    ]
    expect(ownIcons(iconSource(files), contracts, null).store).toMatchObject({ way: 'files' })
    const chosen = { way: 'table', path: 'src/two.ts', name: 'two' } as const
    expect(ownIcons(iconSource(files), contracts, chosen)).toMatchObject({
      store: chosen,
      glyphs: [{ role: 'a' }, { role: 'b' }],
    })
    expect(read({ 'src/a.ts': element('x-a', '', "'no icons'") })).toEqual({
      stores: [],
      store: null,
      glyphs: [],
      uses: [],
    })
  })
})

describe('a swap', () => {
  test('reaches files without a component being touched, and costs nothing where nothing is swapped', () => {
    const none = dressedFiles(tern, contracts, { ...wearing({}), sets: [] }, 'shelf').files
    expect(none).toEqual(tern)
    const { files } = dressedFiles(tern, contracts, wearing({}), 'shelf')
    const changed = files.filter((file, i) => file.text !== tern[i]!.text).map(({ path }) => path)
    // the set has a glyph for three of the roles
    expect(changed.sort()).toEqual(['src/icons/close.svg', 'src/icons/less.svg', 'src/icons/more.svg'])
    const less = files.find(({ path }) => path === 'src/icons/less.svg')!.text
    expect(less).toContain('<g display="var(--tern-icon-less-own, inline)"><path d="M3 8h10"/></g>')
    expect(less).toContain('<svg display="var(--tern-icon-less-harbour, none)" x="0" y="0"')
    expect(less.startsWith('<svg class="icon" viewBox="0 0 16 16" width="1em"')).toBe(true)
  })

  test('a package holds what some theme wears, and nothing else', () => {
    const input = wearing({
      night: { ...noIconMap, set: 'harbour', roles: { less: { set: 'own', glyph: 'less' } } },
    })
    const { files, icons } = dressedFiles(tern, contracts, input, 'package')
    const changed = files.filter((file, i) => file.text !== tern[i]!.text).map(({ path }) => path)
    expect(changed.sort()).toEqual(['src/icons/close.svg', 'src/icons/more.svg'])
    const all = wearing({ day: { ...noIconMap, set: 'harbour' } })
    const close = dressedFiles(tern, contracts, all, 'package').files.find(({ path }) =>
      path.endsWith('close.svg'),
    )!
    expect(close.text).not.toContain('M4 4l8 8')
    const built = iconFiles(dressOf(input), icons)
    expect(built.map(({ path }) => path)).toEqual([
      ...['anchor', 'close', 'less', 'more', 'open'].map((role) => `icons/${role}.svg`),
      'icons/icons.css',
      'icons/index.js',
      'icons/index.d.ts',
    ])
    const css = String(built.find(({ path }) => path === 'icons/icons.css')!.content)
    expect(css).toContain(
      '[data-theme="night"] {\n  --tern-icon-close-own: none;\n  --tern-icon-close-harbour: inline;',
    )
    expect(css).not.toContain('icon-less')
  })

  test('of a constant, keeps lines and whatever else the script says', () => {
    const text = fc.string({ unit: fc.constantFrom('a', "'", '"', '`', '\\', '${', ' ', '\n', '<g/>') })
    fc.assert(
      fc.property(text, fc.constantFrom("'", '"', '`'), (inner, quote) => {
        const drawing = `<svg viewBox="0 0 8 8">${inner.replaceAll('"', '')}</svg>`
        const literal = (body: string) =>
          quote === '`'
            ? `\`${body.replaceAll('\\', '\\\\').replaceAll('`', '\\`').replaceAll('${', '\\${')}\``
            : quote +
              JSON.stringify(body).slice(1, -1).replaceAll('\\"', '"').replaceAll(quote, `\\${quote}`) +
              quote
        const script = `const before = 1\nexport const table = { close: ${literal(drawing)}, more: ${literal(drawing)} }\nconst after = 2\n`
        const files = [{ path: 'src/table.ts', text: script }]
        const [swapped] = dressedFiles(files, [], wearing({}), 'shelf').files
        expect(swapped!.text.split('\n')).toHaveLength(script.split('\n').length)
        expect(swapped!.text).toMatch(/^const before = 1\n[\s\S]*\nconst after = 2\n$/)
        const { outputText, diagnostics } = ts.transpileModule(swapped!.text, { reportDiagnostics: true })
        expect(diagnostics).toEqual([])
        expect(outputText).toContain('--tern-icon-close-harbour')
        expect(outputText).toContain('--tern-icon-more-harbour')
      }),
      { numRuns: 60 },
    )
  })

  test('of a script for each, by the last part of its path', () => {
    const drawing = (name: string) => ({
      path: `signs/${name}.js`,
      text: 'export default `<svg viewBox="0 0 8 8">\n  <path d="M0 0"/>\n</svg>`\n',
    })
    const files = [drawing('small/close'), drawing('large/close'), drawing('small/none')]
    const { files: dressed, icons } = dressedFiles(
      files,
      [],
      wearing({ day: { ...noIconMap, set: 'harbour' } }),
      'shelf',
    )
    expect(icons.glyphs.map(({ role }) => role)).toEqual(['small/close', 'large/close', 'small/none'])
    expect(
      dressed.map(({ text }) => [
        text.split('\n').length,
        text.includes('--tern-icon-small-close-harbour, inline'),
      ]),
    ).toEqual([
      [4, true],
      [4, false],
      [4, false],
    ])
    const css = iconsCss(dressOf(wearing({ day: { ...noIconMap, set: 'harbour' } })), ['small/close'])
    expect(css).toContain('--tern-icon-small-close-harbour: inline;')
  })

  test('what is no single drawing cannot hold another', () => {
    const variants = [{ name: 'x', glyph: harbour.glyphs[0]! }]
    for (const text of ['', 'words', '<svg/><svg/>', '<b></b>', '<svg>'])
      expect(withVariants(text, 'tern', 'x', variants, 'x')).toBeUndefined()
  })
})

describe('which glyph is worn', () => {
  const lines = (maps: IconSettings['maps'], roles = ['close', 'open']) =>
    iconsCss(dressOf(wearing(maps)), roles)
      .split('\n')
      .filter((line) => /\{|inline/.test(line))
  test('by choice, by the set, by its fallback, by the theme below, at last the library’s own', () => {
    const whole = { ...noIconMap, set: 'harbour' }
    expect(lines({ day: whole })).toEqual([
      ':root, [data-theme="day"] {',
      '  --tern-icon-close-harbour: inline;',
    ])
    expect(lines({ day: whole, night: { ...noIconMap, set: 'own' } })[3]).toBe(
      '  --tern-icon-close-own: inline;',
    )
    const open = { set: 'harbour', glyph: 'down' }
    expect(lines({ night: { ...noIconMap, roles: { open } } })).toEqual([
      ':root, [data-theme="day"] {',
      '  --tern-icon-open-own: inline;',
      '[data-theme="night"] {',
      '  --tern-icon-open-harbour-down: inline;',
    ])
    expect(variedRoles(dressOf(wearing({ day: whole })), ['close', 'open'])).toEqual([])
  })
})

test('a choice is kept where it is needed: also the library’s own, where the theme below wears another', () => {
  const settings = wearing({ day: { ...noIconMap, set: 'harbour' } }).settings
  const { glyphs } = dressOf(wearing({}))
  const choose = (theme: string, set?: string, glyph = 'close') =>
    withChoice(settings, glyphs, themes, theme, 'close', set === undefined ? undefined : { set, glyph })
  const worn = (next: IconSettings, theme: string) => wornIn(next, glyphs, themes, theme, 'close').choice
  expect(worn(choose('night', 'own'), 'night')).toEqual({ set: 'own', glyph: 'close' })
  expect(worn(choose('night', 'own'), 'day')).toEqual({ set: 'harbour', glyph: 'close' })
  expect(choose('day', 'harbour').maps.day!.roles).toEqual({})
  expect(worn(choose('day', 'harbour', 'down'), 'night')).toEqual({ set: 'harbour', glyph: 'down' })
  expect(choose('day').maps.day!.roles).toEqual({})
})

test('no two icons of a package are one file or one constant', () => {
  const svg = '<svg></svg>'
  const glyphs = ['a/b', 'a-b', 'A-B'].map((role) => ({ role, svg, file: 'x', line: 1 }))
  const files = iconFiles(dressOf(wearing({})), { stores: [], store: null, glyphs, uses: [] })
  const paths = files.map(({ path }) => path.toLowerCase())
  expect(new Set(paths).size).toBe(paths.length)
  const [script] = files.filter(({ path }) => path.endsWith('.js'))
  const names = [...String(script!.content).matchAll(/const (\w+)/g)].map(([, name]) => name)
  expect(new Set(names).size).toBe(3)
})

test('an icon that people call deprecated says so where it is declared, and in the difference', () => {
  const glyphs = ['nav/up', 'down', 'constructor'].map((role) => ({
    role,
    svg: '<svg></svg>',
    file: 'x',
    line: 1,
  }))
  const dress = dressOf(wearing({}))
  const settings = { ...dress.settings, deprecated: { 'nav/up': 'Take down; */ gone in 3.0.', gone: 'x' } }
  const files = iconFiles({ ...dress, settings }, { stores: [], store: null, glyphs, uses: [] })
  const declared = String(files.find(({ path }) => path === 'icons/index.d.ts')!.content)
  expect(declared).toContain(
    '/** @deprecated Take down; * / gone in 3.0. */\nexport declare const iconNavUp: string\n',
  )
  expect(declared).toContain('*/\nexport declare const iconNavUp')
  expect(declared.match(/@deprecated/g)).toHaveLength(1)
  const roles = glyphs.map(({ role }) => role)
  const told = deprecatedIcons(roles, settings)
  expect(told).toEqual({ 'nav-up': 'Take down; */ gone in 3.0.' })
  const icons = ['nav-up', 'down', 'constructor']
  const said = side([], { icons, deprecatedIcons: told })
  const rules = (before: SideInput, now: SideInput) =>
    differenceBetween(before, now).map(({ rule, says, goneIn }) => [rule, says, goneIn])
  expect(rules(side([], { icons }), said)).toEqual([
    ['icon-deprecated', 'The icon nav-up is deprecated: Take down; */ gone in 3.0.', undefined],
  ])
  expect(rules(said, said)).toEqual([])
  expect(rules(said, side([], { icons: ['down', 'constructor'] }))).toEqual([
    ['icon-gone', 'The icon nav-up is gone.', '3.0.0'],
  ])
})

describe('what comes in as a glyph', () => {
  const glyph = (body: string, root = 'viewBox="0 0 8 8"') =>
    setIn([{ path: 'x.svg', text: `<svg xmlns="http://www.w3.org/2000/svg" ${root}>${body}</svg>` }])
  const problem = (text: string) => setIn([{ path: 'x.svg', text }]).problems[0]?.code

  test('is drawing, and nothing that runs, loads or leads anywhere', () => {
    const { glyphs } = glyph(
      '<script>alert(1)</script><path onclick="alert(1)" d="M0 0" style="fill: #123; background: url(//x)"/>' +
        '<image href="https://example.com/a.png"/><use href="https://example.com/#a"/><foreignObject><p/></foreignObject>' +
        '<a href="javascript:alert(1)"><path d="M9 9"/></a><path d="M1 1" fill="url(https://example.com/#a)"/><style>*{fill:red}</style>',
      'viewBox="0 0 8 8" onload="alert(1)"',
    )
    expect(glyphText(glyphs[0]!)).toBe(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8" fill="currentColor" stroke="none" stroke-width="1">' +
        '<path d="M0 0" fill="currentColor"/><use/><path d="M1 1"/></svg>',
    )
    expect(glyphs[0]!.notes.toSorted()).toEqual([
      'A link to something outside of it was left out.',
      'A script (onclick) was left out.',
      'A script (onload) was left out.',
      'A style sheet in it was left out.',
      'An element “a” was left out.',
      'An element “foreignObject” was left out.',
      'An element “image” was left out.',
      'An element “script” was left out.',
    ])
  })

  test('follows the colour of text, unless it has several; its names are its own', () => {
    const one = glyph('<g stroke="#000"><path d="M0 0" fill="none"/></g>').glyphs[0]!
    expect([one.body, one.isColoured]).toEqual([
      '<g stroke="currentColor"><path d="M0 0" fill="none"/></g>',
      false,
    ])
    const two = glyph(
      '<path fill="red" d="M0 0"/><path fill="url(#a)"/><linearGradient id="a"><stop stop-color="blue"/></linearGradient>',
    ).glyphs[0]!
    expect(two).toMatchObject({ isColoured: true, notes: ['It keeps its own colours, 2 of them.'] })
    expect(two.body).toContain('fill="url(#x-a)"')
    expect(two.body).toContain('id="x-a"')
  })

  test('has a place to be drawn in', () => {
    expect(glyph('', 'width="10" height="20px"').glyphs[0]!.box).toEqual([0, 0, 10, 20])
    expect(glyph('', 'viewBox="0 0 0 -1"').glyphs[0]).toMatchObject({
      box: [0, 0, 24, 24],
      notes: ['It does not say how large it is; 24 by 24 is taken.'],
    })
  })

  test('bad files are sentences, and cost no others', () => {
    const laughs =
      '<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;">]><svg><text>&b;</text></svg>'
    expect(problem(laughs)).toBe('svg-declares')
    expect(problem('<svg><path></svg>')).toBe('svg-broken')
    expect(problem('<svg>&b;</svg>')).toBe('svg-broken')
    expect(problem('<p/>')).toBe('svg-none')
    expect(problem('')).toBe('svg-broken')
    expect(problem(`<svg>${'<g>'.repeat(100)}${'</g>'.repeat(100)}</svg>`)).toBe('svg-too-large')
    expect(problem(`<svg>${'<path/>'.repeat(30_000)}</svg>`)).toBe('svg-too-large')
    expect(problem(`<svg>${' '.repeat(2_000_001)}</svg>`)).toBe('svg-too-large')
    const { glyphs, problems } = setIn([
      { path: 'a/x.svg', text: '<svg/>' },
      { path: 'b/x.svg', text: '<svg/>' },
      { path: 'c.svg', text: '<svg' },
      { path: 'd.svg', text: '<svg/>' },
    ])
    expect(glyphs.map(({ name }) => name)).toEqual(['x', 'd'])
    expect(problems.map(({ code, where }) => `${code} ${where!.file}`)).toEqual([
      'glyph-twice b/x.svg',
      'svg-broken c.svg',
    ])
  })

  test('a sprite is a glyph for each symbol', () => {
    const { glyphs } = setIn([
      {
        path: 'sprite.svg',
        text: '<svg><defs><clipPath id="c"/></defs><symbol id="buoy" viewBox="0 0 4 4"><path clip-path="url(#c)"/></symbol><g><symbol id="sail"/></g></svg>',
      },
    ])
    expect(glyphs.map(({ name, box }) => `${name} ${box.join(' ')}`)).toEqual([
      'buoy 0 0 4 4',
      'sail 0 0 24 24',
    ])
    expect(glyphs[0]!.body).toBe('<defs><clipPath id="buoy-c"/></defs><path clip-path="url(#buoy-c)"/>')
  })

  // a font of icons that others publish, in each form that fonts are published in
  const folder = 'node_modules/primeicons'
  const sheet = { path: 'icons.css', content: readFileSync(`${folder}/primeicons.css`, 'utf8') }
  const classes = [...sheet.content.matchAll(/\.pi-([\w-]+):before\s*\{\s*content:\s*"\\(\w+)"/g)]
  test.each(['ttf', 'woff', 'woff2'])(
    'a font, %s: by what its sheet calls its characters, else by their numbers',
    (ending) => {
      const font = {
        path: `icons.${ending}`,
        content: new Uint8Array(readFileSync(`${folder}/fonts/primeicons.${ending}`)),
      }
      const named = setOfFiles([font, sheet])
      expect(named.problems).toEqual([])
      const names = new Set(named.glyphs.map(({ name }) => name))
      const byPoint = new Map(classes.map(([, name, point]) => [point, name!]))
      expect(classes.length).toBeGreaterThan(250)
      // several classes may be one character; each character has one of their names
      expect(
        [...new Set(byPoint.keys())].filter(
          (point) => ![...classes].some(([, name, at]) => at === point && names.has(name!)),
        ),
      ).toEqual([])
      const check = named.glyphs.find(({ name }) => name === 'check')!
      expect(check.box[2]).toBeGreaterThan(0)
      expect(check.body).toMatch(/^<path d="M[\d.-]/)
      const unnamed = setOfFiles([font]).glyphs
      expect(unnamed).toHaveLength(named.glyphs.length)
    },
  )

  test('a font that is none, or has letters only, is said', () => {
    const { problems } = setOfFiles([{ path: 'a.ttf', content: new Uint8Array([1, 2, 3]) }])
    expect(problems).toMatchObject([{ code: 'font-broken', where: { file: 'a.ttf' } }])
    const letters = readFileSync(
      'node_modules/@fontsource-variable/hanken-grotesk/files/hanken-grotesk-vietnamese-wght-normal.woff2',
    )
    expect(setOfFiles([{ path: 'b.woff2', content: new Uint8Array(letters) }]).problems).toMatchObject([
      { code: 'font-no-icons' },
    ])
  })
})

test('glyphs unlike those beside them are remarked', () => {
  const usual = (role: string, more: object = {}) => ({
    role,
    grid: '16 × 16',
    length: 200,
    ink: 0.1,
    reach: 0.6,
    ...more,
  })
  const glyphs = [usual('a'), usual('b'), usual('c')]
  expect(remarksOn(glyphs)).toEqual([])
  expect(
    remarksOn([...glyphs, usual('d', { grid: '20 × 20', ink: 0.3, reach: 0.9, length: 9000 })]).map(
      ({ says }) => says,
    ),
  ).toEqual([
    'Its drawing has 9000 characters; a simpler one loads faster.',
    'It is drawn on 20 × 20, the others on 16 × 16.',
    'It is 3.0 times as heavy as those beside it.',
    'It is 1.5 times as large as those beside it.',
  ])
  expect(remarksOn([usual('a'), usual('d', { ink: 9 })])).toEqual([])
})
