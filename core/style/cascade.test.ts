import { compareDeclared, layerRanks, physical, type Declared } from './cascade'
import { dressingsOf } from './dressing'
import { noScope, type Dress, type Found } from './found'
import { selectorsOf, specificityOf } from './specificity'
import { isLost, originOf, pathsOf, valueOf, varsIn, type Tracing } from './trace'

// which declarations a browser itself lets win is asked of one in tests/e2e/cascade.spec.ts; here are single
// rules

test.each([
  ['*', '0,0,0'],
  ['a b > i', '0,0,3'],
  ['a.x[y]:hover', '0,3,1'],
  ['#a .b', '1,1,0'],
  ['a::before', '0,0,2'],
  ['a:before', '0,0,2'],
  [':is(a, #b)', '1,0,0'],
  [':where(#b) a', '0,0,1'],
  [':not(.a, b)', '0,1,0'],
  [':host(.x)', '0,2,0'],
  ['::slotted(.x)', '0,1,1'],
  ['x-a::part(b)', '0,0,2'],
  [':nth-child(2n + 1 of .a, #b)', '1,1,0'],
  [':nth-child(2n)', '0,1,0'],
  ['svg|a', '0,0,1'],
  ['&.x', '1,1,0'],
])('%s counts %s', (selector, counts) => expect(specificityOf(selector, [1, 0, 0]).join()).toBe(counts))
test('a list falls apart at commas that stand in no bracket', () =>
  expect(selectorsOf(':is(a, b), [x="1,2"] , c')).toEqual([':is(a, b)', '[x="1,2"]', 'c']))

const declared = (more: Partial<Declared>): Declared => ({
  property: 'color',
  value: 'red',
  important: false,
  tree: 0,
  attached: false,
  layer: [],
  specificity: [0, 0, 0],
  proximity: noScope,
  order: 0,
  ...more,
})
const ranks = layerRanks([['base'], ['top'], ['base', 'deep']])
const stronger = (a: Partial<Declared>, b: Partial<Declared>) =>
  compareDeclared(declared(a), declared(b), (_tree, layer) => ranks(layer)) > 0

test('layers rank as they were named first, what is in none after all, and inner ones before their own', () => {
  expect([['base', 'deep'], ['base'], ['top'], []].map(ranks)).toEqual([0, 1, 2, 3])
})
test('importance turns the order of trees and layers round, and nothing else', () => {
  expect(stronger({ tree: 0 }, { tree: 1, specificity: [1, 0, 0] })).toBe(true)
  expect(stronger({ tree: 1, important: true }, { tree: 0, important: true })).toBe(true)
  expect(stronger({ layer: ['top'] }, { layer: ['base'], specificity: [1, 0, 0] })).toBe(true)
  expect(stronger({ layer: ['base'], important: true }, { important: true })).toBe(true)
  expect(stronger({ attached: true }, { specificity: [9, 0, 0] })).toBe(true)
  expect(stronger({ proximity: 1 }, { proximity: 2, order: 9 })).toBe(true)
  expect(stronger({ order: 2 }, { order: 1 })).toBe(true)
})

test.each([
  ['margin-inline-start', 'ltr', 'horizontal-tb', 'margin-left'],
  ['margin-inline-start', 'rtl', 'horizontal-tb', 'margin-right'],
  ['inset-block-start', 'ltr', 'vertical-rl', 'right'],
  ['inline-size', 'ltr', 'vertical-lr', 'height'],
  ['border-start-end-radius', 'ltr', 'horizontal-tb', 'border-top-right-radius'],
  ['border-inline-end-color', 'rtl', 'horizontal-tb', 'border-left-color'],
  ['overflow-inline', 'ltr', 'horizontal-tb', 'overflow-x'],
  ['--inline-size', 'ltr', 'vertical-lr', '--inline-size'],
  ['color', 'ltr', 'horizontal-tb', 'color'],
])('%s, %s, %s is %s', (property, direction, mode, is) =>
  expect(physical(property, { direction, mode })).toBe(is),
)

const writing = { direction: 'ltr', mode: 'horizontal-tb' }
const chain = (...all: [string, string][][]): Tracing<Declared> => ({
  rank: (_tree, layer) => ranks(layer),
  chain: all.map((entry) => ({
    writing,
    declared: entry.map(([property, value], order) => declared({ property, value, order })),
  })),
})

test('a value comes from the nearest that sets it, else the fallback, else nothing, with the near name', () => {
  const tracing = chain(
    [
      ['color', 'var(--ink, black)'],
      ['top', 'var(--inc)'],
      ['left', 'var(--far)'],
    ],
    [
      ['--ink', 'var(--deep)'],
      ['--far', '2px'],
    ],
    [
      ['--ink', 'blue'],
      ['--deep', 'green'],
      ['--far', '1px'],
    ],
  )
  expect(valueOf(tracing, 'color')).toBe('green')
  expect(valueOf(tracing, 'left')).toBe('2px')
  expect(pathsOf(tracing, 'var(--ink)', 0)).toMatchObject([
    { is: 'set', at: 1, asks: [{ name: '--deep', is: 'set', at: 2 }] },
  ])
  expect(pathsOf(tracing, 'var(--inc)', 0)).toEqual([{ name: '--inc', is: 'nothing', near: '--ink' }])
  expect(valueOf(tracing, 'top')).toBeUndefined()
  expect(varsIn('calc(var(--a, var(--b)) + var(--c))')).toEqual([
    { name: '--a', fallback: 'var(--b)' },
    { name: '--c', fallback: undefined },
  ])
})
test('what asks for itself comes to nothing, or to the fallback of who asks', () => {
  const tracing = chain([
    ['--a', 'var(--b)'],
    ['--b', 'var(--a)'],
    ['color', 'var(--a, red)'],
    ['top', 'var(--a)'],
  ])
  expect(valueOf(tracing, 'color')).toBe('red')
  expect(pathsOf(tracing, 'var(--a)', 0).some(isLost)).toBe(true)
})
test('what inherits comes from above, and words of the cascade do what they say', () => {
  expect(originOf(chain([], [['color', 'red']]), 'color')).toMatchObject({ is: 'inherited', at: 1 })
  expect(originOf(chain([], [['top', '1px']]), 'top')).toEqual({ is: 'browser' })
  expect(valueOf(chain([['top', 'inherit']], [['top', '1px']]), 'top')).toBe('1px')
  expect(valueOf(chain([['color', 'initial']], [['color', 'red']]), 'color')).toBeUndefined()
  expect(
    valueOf(
      {
        ...chain([]),
        chain: [
          {
            writing,
            declared: [declared({ value: 'red', layer: ['base'] }), declared({ value: 'revert-layer' })],
          },
        ],
      },
      'color',
    ),
  ).toBe('red')
})

test('what one shorthand says is one line, what comes down stands apart, and what is lost says so', () => {
  const found = (property: string, value: string, more: Partial<Found> = {}): Found => ({
    ...declared({ property, value }),
    layer: [],
    specificity: [0, 1, 0],
    by: 'component',
    of: 'x-a',
    selector: '.x',
    within: [],
    ...more,
  })
  const dress: Dress = {
    node: 1,
    pseudo: '',
    layers: [],
    alone: [],
    inherits: {},
    chain: [
      {
        label: 'b',
        id: 1,
        writing,
        declared: [
          found('border-top-width', '1px', { as: 'border' }),
          found('border-left-width', '1px', { as: 'border' }),
          found('top', 'var(--gone)'),
        ],
      },
      { label: 'html', id: null, writing, declared: [found('color', 'red')] },
    ],
    computed: { 'border-top-width': '1px', 'border-left-width': '1px', top: 'auto', color: 'red' },
  }
  const { own, taken } = dressingsOf(dress)
  expect(own.map((dressing) => [dressing.property, dressing.value, dressing.lost])).toEqual([
    ['border', '1px', false],
    ['top', 'auto', true],
  ])
  expect(taken.map((dressing) => [dressing.property, dressing.origin.is])).toEqual([['color', 'inherited']])
})
