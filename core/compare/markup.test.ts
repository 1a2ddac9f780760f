import fc from 'fast-check'
import type { Node } from '../style/found'
import { alignMarkup, attributesApart, differencesOf, stylesApart } from './markup'

let count = 0
const node = (
  depth: number,
  name: string,
  attributes: [string, string][] = [],
  more: Partial<Node> = {},
): Node => ({ id: ++count, depth, is: 'element', name, attributes, of: '', slot: null, pseudo: [], ...more })
const text = (depth: number, name: string): Node => node(depth, name, [], { is: 'text' })
const told = (left: Node[], right: Node[]) =>
  alignMarkup(left, right).map(({ left: a, right: b }) => `${a?.name ?? '-'} ${b?.name ?? '-'}`)

test('what is on one side only stands alone, and the rest keeps its place', () => {
  expect(
    told(
      [node(0, 'a'), node(1, 'b'), text(2, 'x')],
      [node(0, 'a'), node(1, 'i'), node(1, 'b'), text(2, 'y')],
    ),
  ).toEqual(['a a', '- i', 'b b', 'x y'])
  expect(told([], [node(0, 'a')])).toEqual(['- a'])
})

test('of two that could be meant, the one with the same part is', () => {
  const pairs = alignMarkup(
    [node(0, 'b', [['part', 'end']])],
    [node(0, 'b', [['part', 'start']]), node(0, 'b', [['part', 'end']])],
  )
  expect(pairs.map((pair) => pair.left && pair.right?.attributes[0]![1])).toEqual([undefined, 'end'])
})

test('attributes and computed values that differ are told, what follows the colour once', () => {
  const pair = {
    left: node(
      0,
      'b',
      [
        ['class', 'x'],
        ['hidden', ''],
      ],
      {
        style: {
          color: 'red',
          'caret-color': 'red',
          'border-top-color': 'blue',
          width: '3px',
          'inline-size': '3px',
        },
      },
    ),
    right: node(0, 'b', [['class', 'y']], {
      style: {
        color: 'green',
        'caret-color': 'green',
        'border-top-color': 'black',
        width: '4px',
        'inline-size': '4px',
      },
    }),
  }
  expect(attributesApart(pair)).toEqual([
    { name: 'class', left: 'x', right: 'y' },
    { name: 'hidden', left: '', right: undefined },
  ])
  expect(stylesApart(pair).map((entry) => entry.property)).toEqual(['border-top-color', 'color', 'width'])
  expect(
    differencesOf([
      { left: text(0, 'a'), right: text(0, 'a') },
      { left: text(0, 'a'), right: text(0, 'b') },
      { left: text(0, 'a'), right: undefined },
      pair,
    ]).map((difference) => [
      difference.left?.name,
      difference.right?.name,
      difference.attributes.length,
      difference.styles.length,
    ]),
  ).toEqual([
    ['a', 'b', 0, 0],
    ['a', undefined, 0, 0],
    ['b', 'b', 2, 3],
  ])
})

const nodes = fc.array(
  fc
    .tuple(
      fc.nat(3),
      fc.constantFrom('a', 'b', 'i'),
      fc.constantFrom<[string, string][]>([], [['class', 'x']], [['class', 'y']]),
    )
    .map(([depth, name, attributes]) => node(depth, name, attributes)),
  { maxLength: 25 },
)
test('every line stands in one pair, in order, and a rendering is no other than itself', () => {
  fc.assert(
    fc.property(nodes, nodes, (left, right) => {
      const pairs = alignMarkup(left, right)
      expect(pairs.flatMap((pair) => pair.left ?? [])).toEqual(left)
      expect(pairs.flatMap((pair) => pair.right ?? [])).toEqual(right)
      for (const { left: a, right: b } of pairs)
        if (a && b) expect([a.depth, a.name]).toEqual([b.depth, b.name])
      expect(differencesOf(alignMarkup(left, left))).toEqual([])
    }),
    { numRuns: 500 },
  )
})

test('no other pairing has more in common', () => {
  const short = nodes.map((all) => all.slice(0, 6))
  const common = (a: Node, b: Node) =>
    a.depth === b.depth && a.name === b.name
      ? 2 + (a.attributes.length > 0 && JSON.stringify(a.attributes) === JSON.stringify(b.attributes) ? 1 : 0)
      : 0
  const best = (a: Node[], b: Node[]): number =>
    a.length === 0 || b.length === 0
      ? 0
      : Math.max(
          best(a.slice(1), b),
          best(a, b.slice(1)),
          common(a[0]!, b[0]!) && common(a[0]!, b[0]!) + best(a.slice(1), b.slice(1)),
        )
  fc.assert(
    fc.property(short, short, (left, right) => {
      expect(
        alignMarkup(left, right).reduce(
          (sum, pair) => sum + (pair.left && pair.right ? common(pair.left, pair.right) : 0),
          0,
        ),
      ).toBe(best(left, right))
    }),
    { numRuns: 300 },
  )
})
