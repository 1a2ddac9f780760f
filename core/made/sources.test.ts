import type { Found, Node } from '../style/found'
import { dressRows, Sources, treeStep, type Written } from './sources'

const place = (line: number) => ({ file: 'a.ts', line })
const written = (of: Partial<Written>): Written => ({ elements: [], rules: [], feeds: [], ...of })
const sources = new Sources({
  tag: 'x-a',
  isElement: true,
  written: new Map([
    [
      'x-a',
      written({
        elements: [{ tag: 'b', attributes: { part: 'label' }, place: place(4) }],
        rules: [{ selector: 'b', place: place(9) }],
        feeds: [{ property: '--height', names: ['height', 'inner'], place: place(12) }],
      }),
    ],
    ['x-b', written({ rules: [{ selector: ':host', place: place(2) }] })],
  ]),
  themes: [
    { name: 'day', title: 'Day', on: null },
    { name: 'night', title: 'Night', on: 'day' },
    { name: 'close', title: 'Close', on: 'day', axis: 'density' },
    { name: 'turned', title: 'Turned', on: 'day', axis: 'direction' },
  ],
  tokensOf: (theme, property) => (property === '--x' ? [`${theme}.x`, 'x'] : []),
  titleOf: (tag) => tag.toUpperCase(),
  propsOf: () => ['height', 'range'],
})
const node = (of: Partial<Node>): Node => ({
  id: 1,
  depth: 1,
  is: 'element',
  name: 'b',
  attributes: [['part', 'label']],
  of: 'x-a',
  slot: null,
  pseudo: [],
  ...of,
})
const found = (of: Partial<Found>): Found =>
  ({ by: 'component', of: 'x-a', selector: 'b', attached: false, ...of }) as Found

test('an element is written where its component is; the component itself is written by the page', () => {
  expect(sources.placeOfNode(node({}))).toEqual(place(4))
  expect(sources.placeOfNode(node({ depth: 0, name: 'x-a' }))).toBeUndefined()
  expect(sources.placeOfNode(node({ of: 'x-unknown' }))).toBeUndefined()
})
test('a rule is looked for in its component, and in all of them where that is not known', () => {
  expect(sources.placeOfFound(found({}))).toEqual(place(9))
  expect(sources.placeOfFound(found({ of: '', selector: ':host' }))).toEqual(place(2))
  expect(sources.placeOfFound(found({ attached: true }))).toBeUndefined()
  expect(sources.placeOfFound(found({ by: 'themes' }))).toBeUndefined()
})
test('behind a custom property of a theme stand the tokens of that theme', () => {
  const night = found({ by: 'themes', selector: '[data-theme="night"]' })
  expect(sources.tokensBehind(night, '--x')).toEqual(['night.x', 'x'])
  expect(sources.tokensBehind(night, '--y')).toEqual([])
  expect(sources.tokensBehind(found({}), '--x')).toEqual([])
})
test.each<[Partial<Found>, string]>([
  [{}, 'its own sheet'],
  [{ of: 'x-b' }, 'X-B’s sheet'],
  [{ attached: true }, 'its own style attribute'],
  [{ of: '', attached: true }, 'a style attribute'],
  [{ of: '', by: 'page' }, 'a sheet of the page'],
  [{ by: 'surround' }, 'the surround'],
  [{ by: 'themes', selector: ':root' }, 'theme Day'],
  [{ by: 'themes', selector: '[data-theme="day"] [data-theme="night"]' }, 'theme Night'],
  [{ by: 'themes', selector: '[data-density="close"]' }, 'theme Close'],
  [{ by: 'themes', selector: '[dir="rtl"]' }, 'theme Turned'],
  [{ by: 'themes', selector: ':where([data-density])' }, 'theme Day'],
])('%j is said by %s', (of, who) => expect(sources.sayWho(found(of))).toBe(who))
test('what code sets is fed by props of its component', () => {
  expect(sources.feeds('--height')).toEqual({ names: ['height'], place: place(12), of: 'x-a' })
  expect(sources.feeds('--width')).toBeUndefined()
})
test('rows: what is declared, taken over, lost, or asks for custom properties', () => {
  const row = (property: string, of: object = {}) => ({ property, lost: false, paths: [], ...of }) as never
  const all = { own: [row('color', { paths: [1] }), row('--a')], taken: [row('font', { lost: true })] }
  const names = (filter: string) => dressRows(all, filter).map(({ property }) => property)
  expect(['own', 'custom', 'lost', 'taken'].map(names)).toEqual([
    ['color', '--a'],
    ['color', '--a'],
    ['font'],
    ['font'],
  ])
})
test('keys lead through a tree', () => {
  const tree = [0, 1, 2, 1].map((depth) => ({ depth }))
  const step = (at: number, key: string) => treeStep(tree, at, key)
  expect([step(0, 'ArrowDown'), step(2, 'ArrowLeft'), step(1, 'ArrowRight'), step(3, 'ArrowRight')]).toEqual([
    1, 1, 2, -1,
  ])
  expect([step(3, 'Home'), step(0, 'End'), step(0, 'x')]).toEqual([0, 3, undefined])
})
