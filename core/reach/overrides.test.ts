import { readLibrary } from '../read/read'
import { compoundsOf } from '../style/compounds'
import { filesIn } from '../../tests/tern'
import { feedsOf } from './feeds'
import { overridesIn, type LibraryToReach } from './overrides'
import { partsTree } from './parts-tree'

const files = filesIn('demo/tern').filter(({ path }) => /\.(?:ts|js|css)$/.test(path))
const { contracts } = readLibrary(files)
const tern: LibraryToReach = {
  files,
  contracts,
  prefix: 'tern',
  tokens: ['--tern-text-soft', '--tern-space-3'],
}
const told = (css: string, library = tern, path = 'page.css') =>
  overridesIn([{ path, text: css }], library).overrides
const says = (css: string) => told(css).map(({ is, says }) => [is, says])
const instead = (css: string) => told(css).flatMap((override) => override.instead)

describe('the elements of selectors', () => {
  const plain = (selector: string) =>
    compoundsOf(selector).map((list) =>
      list.map(({ combinator, type = '', classes, parts }) =>
        [
          combinator,
          type,
          ...classes.map((name) => `.${name}`),
          ...parts.map((names) => `(${names.join()})`),
        ].join(''),
      ),
    )
  test('in lists, with combinators, parts, and without what pseudo-classes are about', () => {
    expect(plain('a.b > .c, d:hover e::part(f g)')).toEqual([
      ['a.b', '>.c'],
      ['d', ' e(f,g)'],
    ])
    expect(plain('a:not(.x) + b[href="a, b"] ~ c:is(.y, .z)')).toEqual([['a', '+b', '~c']])
    expect(plain('  a   .b  ')).toEqual([['a', ' .b']])
    expect(plain('a::part(x)::part(y)')).toEqual([['a(x)(y)']])
    expect(plain('* > :hover')).toEqual([['', '>']])
  })
  test('what is compiled away is a combinator', () => {
    for (const selector of ['a >>> .b', 'a /deep/ .b', 'a :deep(.b)', 'a::v-deep .b'])
      expect([selector, plain(selector)]).toEqual([selector, [['a', 'deep.b']]])
  })
})

describe('what a page reaches of shadow trees', () => {
  test('a class inside is out of reach; the property that its rules read, and its part, are offered', () => {
    expect(says('tern-ticket .foot { gap: 2px }')).toEqual([
      ['nothing', '.foot stands in the shadow tree of tern-ticket: no rule of a page gets there.'],
    ])
    expect(instead('tern-ticket .ticket { border-top-color: plum }')).toContain(
      'tern-ticket::part(ticket) { border-top-color: plum }',
    )
    expect(instead('tern-ticket .ticket { padding-top: 4px }')).toEqual([
      'tern-ticket::part(ticket) { padding-top: 4px }',
    ])
    // each tone has a property of its own
    expect(instead('tern-notice-strip .strip { background: plum }')).toEqual([
      ...['calm', 'warn', 'storm'].map((tone) => `tern-notice-strip { --tern-notice-ground-${tone}: plum }`),
      'tern-notice-strip::part(strip) { background: plum }',
    ])
  })
  test('combinators that no browser has reach nothing either', () => {
    for (const selector of [
      'tern-ticket >>> .foot',
      'tern-ticket /deep/ .foot',
      'tern-ticket ::v-deep .foot',
    ])
      expect([selector, says(`${selector} { gap: 2px }`)[0]?.[0]]).toEqual([selector, 'nothing'])
  })
  test('parts that there are not, and what comes after a part', () => {
    expect(instead('tern-action::part(lable) { color: red }')).toEqual([
      'tern-action::part(label) { color: red }',
    ])
    expect(says('tern-action::part(label) b { color: red }')[0]).toEqual([
      'nothing',
      'Nothing can follow ::part(): a page reaches the part itself, and nothing in it.',
    ])
    expect(says('tern-ticket::part(ticket)::part(mark) { color: red }')[0]?.[1]).toContain(
      'A part has no parts',
    )
  })
  test('what is offered, what the page put there itself, and other elements are nobody’s business', () => {
    for (const css of [
      'tern-ticket { margin: 0; --tern-space-3: 4px }',
      'tern-action::part(label) { color: red }',
      'tern-action .mine { color: red }',
      'tern-action b { color: red }',
      'tern-action + .foot { color: red }',
      '.foot { color: red }',
      '.card { --mine: 1px }',
    ])
      expect([css, told(css)]).toEqual([css, []])
  })
  test('a property like one of the library’s that nothing reads', () => {
    expect(told('tern-ticket { --tern-text-sofd: red }')).toMatchObject([
      { is: 'unread', tag: 'tern-ticket', instead: ['--tern-text-soft: red'] },
    ])
  })
  test('nested rules, sheets in markup and in single-file components are read too, each with its line', () => {
    expect(told('tern-ticket {\n  & .foot { gap: 2px }\n}')).toMatchObject([{ line: 2, is: 'nothing' }])
    expect(told('tern-action {\n  &::part(lable) { color: red }\n}')).toMatchObject([{ line: 2 }])
    expect(told('tern-ticket {\n  &.wide, & .foot { gap: 2px }\n}')).toMatchObject([{ line: 2 }])
    expect(told('.dark { & tern-ticket { & > .foot { gap: 2px } } }')).toHaveLength(1)
    // the other way round it is the page's own
    expect(told('tern-ticket { .foot & { gap: 2px } }')).toEqual([])
    const page = '<p>a { b: c }</p>\n<style>\ntern-ticket .foot { gap: 2px }\n</style>'
    expect(told(page, tern, 'index.html')).toMatchObject([{ line: 3 }])
    expect(
      told(`<template><p/></template>\n${page.slice(page.indexOf('\n') + 1)}`, tern, 'App.vue'),
    ).toMatchObject([{ line: 3 }])
  })
})

test('which custom properties of a rule are for what is asked for', () => {
  const of = (property: string, value: string, asked: string) => feedsOf({ property, value }, asked).join()
  expect(of('color', 'var(--a, var(--b))', 'color')).toBe('--a,--b')
  expect(of('padding', 'var(--a) calc(var(--b) * 2) 4px', 'padding-top')).toBe('--a')
  expect(of('padding', 'var(--a) calc(var(--b) * 2) 4px', 'padding-inline')).toBe('--b,--b')
  expect(of('padding', 'var(--a) calc(var(--b) * 2) 4px', 'padding-bottom')).toBe('')
  expect(of('margin', 'var(--a)', 'margin-block-end')).toBe('--a')
  expect(of('padding-left', 'var(--a)', 'padding')).toBe('--a')
  expect(of('border', '1px solid var(--a)', 'border-top-color')).toBe('--a')
  expect(of('padding', 'var(--a)', 'color')).toBe('')
})

describe('what a page reaches of components that stand in it', () => {
  const open: LibraryToReach = {
    files: [
      {
        path: 'src/Card.vue',
        text: `<script setup lang="ts">defineProps<{ heading: string }>()</script>
<template><article class="kit-card"><h2 class="kit-card-head">{{ heading }}</h2><slot /></article></template>
<style>.kit-card-head { color: var(--kit-card-ink, black); } .kit-card { padding: 4px } .lead { margin: 0 }</style>`,
      },
    ],
    contracts: [],
    prefix: 'kit',
    tokens: [],
  }
  const library = { ...open, contracts: readLibrary([...open.files]).contracts }
  test('a class of its own may be another in the next version; the property that it reads is offered', () => {
    expect(library.contracts.map(({ tag }) => tag)).toEqual(['Card'])
    expect(told('.page .kit-card-head { color: plum }', library)).toMatchObject([
      { tag: 'Card', is: 'inside', instead: ['--kit-card-ink: plum'] },
    ])
    expect(told('.lead { color: plum } .mine { color: plum }', library)).toEqual([])
  })
})

test('the parts of a component with those inside it, and which of them a page gets to', () => {
  const byTag = new Map(contracts.map((contract) => [contract.tag, contract]))
  const { offered, inner } = partsTree(byTag.get('tern-ticket')!, byTag)
  expect(offered.map(({ name }) => name)).toContain('ticket')
  expect(
    inner.map(({ tag, parts }) => [tag, ...parts.map(({ name, handedOn }) => `${name}: ${handedOn}`)]),
  ).toEqual([
    ['tern-berth-mark', 'mark: undefined', 'number: berth-number'],
    ['tern-action', 'button: board', 'label: undefined'],
  ])
})

test('a sheet that is made to take long is cut short', () => {
  const list = Array.from({ length: 2000 }, (_, i) => `tern-ticket .a${i}`).join()
  const nested = `${list} { ${list} { ${list} { color: red } } }`
  const deep = `tern-ticket ${':deep('.repeat(2000)}.foot${')'.repeat(2000)} { color: red }`
  const many = Array.from({ length: 4000 }, () => 'tern-ticket .ticket { padding-top: 1px }').join('\n')
  expect(told(nested).length).toBeLessThanOrEqual(1)
  expect(told(deep)).toHaveLength(1)
  expect(told(many)).toHaveLength(500)
}, 60_000)
