import { plainSurround } from '../surround'
import type { Axis } from './axes'
import {
  amongAxes,
  cellsByText,
  combinationsFrom,
  sayCombination,
  withCombination,
  withoutCombination,
} from './combinations'

const axis = (id: string, ...titles: string[]): Axis => ({
  id,
  title: id.split(':').at(-1)!,
  values: titles.map((title) => ({ title })),
})
const axes = [
  axis('prop:tone', 'calm', 'storm'),
  axis('state', 'at rest', 'hover'),
  axis('theme', 'Daywatch', 'Nightwatch'),
]

test('combinations of an address, and those that name nothing there is', () => {
  const read = combinationsFrom(
    'prop:tone=1&state=1;theme=0&state=0;prop:tone=7&state=1;gone=1&state=0;state=0&state=1;state=1;;prop:tone=1&state=x',
    axes,
  )
  expect(read.map(sayCombination)).toEqual([
    'tone storm with state hover',
    'theme Daywatch with state at rest',
  ])
  expect(amongAxes(read, [axes[1]!, axes[0]!])).toEqual([
    [
      [1, 1],
      [0, 1],
    ],
  ])
})
test('one more, each once, and one taken back', () => {
  const text = withCombination(withCombination('', ['state=1', 'theme=0']), [
    'prop:tone=0',
    'state=1',
    'theme=1',
  ])
  expect(combinationsFrom(text, axes)).toHaveLength(2)
  expect(combinationsFrom(text, axes).map((combination) => combination.pairs.length)).toEqual([2, 3])
  expect(combinationsFrom(withCombination(text, ['theme=0', 'state=1']), axes)).toHaveLength(2)
  expect(withoutCombination(text, 'theme=0&state=1')).toBe('prop:tone=0&state=1&theme=1')
})
test('cells of different sizes of text stand apart', () => {
  const cell = (id: string, text: number) => ({
    id,
    titles: [],
    usage: { props: {}, slots: {} },
    surround: plainSurround('day', { text }),
  })
  expect(
    cellsByText([cell('a', 100), cell('b', 200), cell('c', 100)]).map(([text, cells]) => [
      text,
      cells.map((cell) => cell.id),
    ]),
  ).toEqual([
    [100, ['a', 'c']],
    [200, ['b']],
  ])
})
