import { parse } from 'css-tree'
import { theme } from '../../tests/themes'
import { bleedIn } from '../check/rules/bleed-in'
import { bleedOut } from '../check/rules/bleed-out'
import { checkLibrary } from '../check/rules'
import { declaredIn } from '../check/declared'
import { readLibrary } from '../read/read'
import type { Bleed, ChangeIn, RuleOut } from './bleed'
import { foreignNames, foreignPages, isForeignName, sheetsOfOthers, asOneSheet } from './foreign'
import { keptBy, pagesTold, rulesOut, scopedOf, valuesTold, type Isolation } from './isolation'
import { classesIn } from '../style/selector-classes'
import { ownClasses } from './own-classes'
import { sheetsOfPage } from './page-sheets'

const change = (more: Partial<ChangeIn> = {}): ChangeIn => ({
  how: 'rule',
  at: 'button',
  isHost: false,
  property: 'padding-top',
  from: '1px',
  to: '0px',
  selector: '*',
  count: 1,
  ...more,
})
const out = (more: Partial<RuleOut> = {}): RuleOut => ({
  selector: 'p',
  isNamed: false,
  elements: ['p'],
  values: [{ property: 'margin-top', from: '16px', to: '0px' }],
  ...more,
})
const named = (selector: string) => out({ selector, isNamed: true, elements: [`div${selector}`] })
const bleed = (more: Partial<Bleed> = {}): Bleed => ({
  tree: 'page',
  rules: 1,
  into: [],
  out: [],
  left: 0,
  ...more,
})
const isolation = (...bleeds: Bleed[]): Isolation => ({
  seen: bleeds.map((seen, i) => ({ situation: i ? `example ${i}` : 'as on the shelf', bleed: seen })),
  left: 0,
})
const inPage = (name: string, late: boolean, ...changes: ChangeIn[]) => ({ name, late, changes, cut: [] })

describe('what pages change', () => {
  test('what is the same in either order is told once, and what is not is told with its order', () => {
    const sides = ['top', 'right', 'bottom', 'left'].map((side) => change({ property: `padding-${side}` }))
    const after = change({ property: 'color', from: 'red', to: 'blue', selector: 'button' })
    const seen = isolation(
      bleed({ into: [inPage('reset', false, ...sides), inPage('reset', true, ...sides, after)] }),
      bleed({ into: [inPage('reset', false, ...sides), inPage('reset', true, ...sides)] }),
    )
    const [page] = pagesTold(seen)
    expect(page!.elements.map(({ order, selectors, situation }) => [order, selectors, situation])).toEqual([
      ['either', ['*'], 'as on the shelf'],
      ['after', ['button'], 'as on the shelf'],
    ])
    expect(valuesTold(page!.elements[0]!.values)).toBe('padding 1px → 0px')
  })
  test('a page that is worn in one order only says nothing of order', () => {
    const seen = isolation(bleed({ into: [inPage('large', true, change({ how: 'down', selector: '' }))] }))
    expect(pagesTold(seen)[0]!.elements[0]!.order).toBe('either')
  })
  test('values that change alike stand together, shorthands by their name, what is gone by a word', () => {
    const values = [
      ...['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => ({
        property: `border-${corner}-radius`,
        from: '0px',
        to: '3px',
      })),
      { property: 'margin-top', from: '4px', to: '0px' },
      { property: 'margin-left', from: '4px', to: '0px' },
      { property: 'content', from: '', to: '"x"' },
    ]
    expect(valuesTold(values)).toBe(
      'border-radius 0px → 3px; margin-top, margin-left 4px → 0px; content is "x"',
    )
  })
})

describe('what goes out', () => {
  const leaking = isolation(
    bleed({ out: [out(), named('.card')] }),
    bleed({
      out: [out({ elements: ['p', 'blockquote'], values: [{ property: 'color', from: 'red', to: 'blue' }] })],
    }),
  )
  test('rules are told once, with all they reach', () => {
    expect(
      rulesOut(leaking).map(({ selector, elements, values }) => [selector, elements, values.length]),
    ).toEqual([
      ['p', ['p', 'blockquote'], 2],
      ['.card', ['div.card'], 1],
    ])
  })
  test('how a component keeps to itself', () => {
    const isGenerated = (selector: string) => selector.startsWith('.gen')
    expect(keptBy(isolation(), isGenerated)).toBeUndefined()
    expect(keptBy(isolation(bleed({ tree: 'shadow' })), isGenerated)).toBe('shadow')
    expect(keptBy(isolation(bleed({ rules: 0 })), isGenerated)).toBe('without rules')
    expect(keptBy(isolation(bleed({ out: [out({ selector: '.gen_1' })] })), isGenerated)).toBe('generated')
    expect(keptBy(leaking, isGenerated)).toBe('open')
  })
  test('a scope is as good as in the worst situation', () => {
    const scoped = { within: 'div.card', out: 0, changes: [] }
    expect(scopedOf(leaking)).toBeUndefined()
    const seen = isolation(bleed({ scoped }), bleed({ scoped: { ...scoped, out: 2 } }))
    expect(scopedOf(seen)).toEqual({ within: 'div.card', out: 2, changes: [] })
  })
})

describe('foreign pages', () => {
  test('each is one sheet that a parser takes whole', () => {
    const problems: string[] = []
    const pages = foreignPages('.x { color: red }')
    for (const { name, css } of pages) {
      expect(isForeignName(name)).toBe(true)
      if (css !== null) parse(css, { onParseError: ({ message }) => problems.push(message) })
    }
    expect(problems).toEqual([])
    expect(new Set(pages.map(({ name }) => name))).toEqual(new Set(foreignNames))
    expect(foreignPages('').map(({ name }) => name)).not.toContain('library')
  })
  test('sheets of a library that go into the page, without those of the component itself', () => {
    const files = [
      {
        path: 'src/a.ts',
        text: "import css from './a.css'\n/** A. */\nclass A extends HTMLElement {}\ncustomElements.define('x-a', A)",
      },
      { path: 'src/a.css', text: ':host { color: red }' },
      { path: 'src/b.module.css', text: '.b { color: red }' },
      { path: 'styles/page.css', text: '.row { display: flex }' },
      { path: 'styles/page.test.css', text: '.test { display: flex }' },
    ]
    const sheets = sheetsOfPage(files, [
      { ...readLibrary(files).contracts[0]!, files: ['src/a.ts', 'src/a.css'] },
    ])
    expect(sheets.map(({ file }) => file)).toContain('styles/page.css')
    expect(sheets.map(({ file }) => file)).not.toContain('src/a.css')
    expect(sheets.map(({ file }) => file)).not.toContain('src/b.module.css')
    expect(asOneSheet(sheetsOfOthers(sheets, ['styles/page.css']))).not.toContain('.row')
    expect(asOneSheet(sheetsOfOthers(sheets, []))).toContain('.row')
  })
})

describe('findings', () => {
  const files = [
    {
      path: 'src/card.css',
      text: '.card { padding: 9px }\np { margin: 0 }\n.turn-title { margin: 0 }\n.a .b { color: red }',
    },
  ]
  const check = (seen: Isolation) => {
    const given = { files, contracts: [], themes: [theme('day', null, {})], prefix: 'turn' }
    return checkLibrary({ ...given, isolation: [{ tag: 'turn-card', seen }] })
  }
  test('a rule that changes a page, where it is written; a class that is the library’s by its name is let be', () => {
    const seen = isolation(
      bleed({
        out: [out(), named('.card'), named('.turn-title'), named('.hash_1')],
      }),
    )
    expect(check(seen).map(({ rule, about, place, says }) => [rule, about, place?.line, says])).toEqual([
      ['bleed-out', 'p', 2, 'With turn-card, p reaches past it. p of the page: margin-top 16px → 0px.'],
      [
        'bleed-out',
        '.card',
        1,
        'With turn-card, .card reaches past it. A page that has div.card of its own: margin-top 16px → 0px.',
      ],
    ])
  })
  test('what a reset takes, and text that is cut; what comes down, and pages that nobody has, are no findings', () => {
    const host = change({ at: 'turn-card', isHost: true, property: 'padding-left', from: '12px' })
    const seen = isolation(
      bleed({
        into: [
          inPage('reset', true, change(), host, change({ how: 'down', at: 'span', property: 'color' })),
          inPage('elements', true, change({ property: 'color' })),
          { ...inPage('large', true), cut: ['div.note'] },
        ],
      }),
    )
    expect(check(seen).map(({ rule, about, says }) => [rule, about, says])).toEqual([
      [
        'bleed-in',
        'reset turn-card',
        'In a page with a reset, it looks otherwise: button has padding-top 1px → 0px; ' +
          'turn-card has padding-left 12px → 0px.',
      ],
      [
        'bleed-in',
        'large turn-card',
        'In a page with text twice as large, what is in these is cut off: div.note (as on the shelf).',
      ],
    ])
  })
  test('what is stronger than :host is told how to be kept; of many elements the first, the others counted', () => {
    const host = change({ at: 'turn-card', isHost: true })
    const [onHost] = check(isolation(bleed({ into: [inPage('reset', true, host)] })))
    expect(onHost!.todo).toContain('stronger than :host')
    const many = ['a', 'b', 'i', 'p', 'q'].map((at) => change({ at, count: 2 }))
    const [ofMany] = check(isolation(bleed({ into: [inPage('reset', true, ...many)] })))
    expect(ofMany!.says).toContain('a (2 times) has padding-top 1px → 0px; b (2 times)')
    expect(ofMany!.says).toMatch(/; and 2 more\.$/)
  })
  test('nobody has looked: nothing is told', () => {
    const given = { files, contracts: [], isolation: [], declared: [], prefix: 'turn' }
    expect(bleedIn.run(given as unknown as Parameters<typeof bleedIn.run>[0])).toEqual([])
    expect(bleedOut.run(given as unknown as Parameters<typeof bleedOut.run>[0])).toEqual([])
  })
})

describe('classes', () => {
  test('those a selector names, as CSS reads them', () => {
    expect(classesIn('.a\\.b > p.c:not(.d)[href=".e"]::before')).toEqual(['a.b', 'c', 'd'])
  })
  test('names of which most begin alike are the library’s', () => {
    const text = ['rt-a', 'rt-b', 'rt-c', 'rt-d', 'rt-e', 'card']
      .map((name) => `.${name} { color: red }`)
      .join('\n')
    const isOwn = ownClasses(declaredIn([{ path: 'a.css', text }]), 'x', [])
    expect(['.rt-a', '.rt-zz', '.card', '.x-card', '.made_3f'].map(isOwn)).toEqual([
      true,
      true,
      false,
      true,
      true,
    ])
  })
})
