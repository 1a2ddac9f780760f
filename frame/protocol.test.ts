import { plainSurround } from '../core/surround'
import { fromFrameSchema, packCells, toFrameSchema, unpackCells } from './protocol'

const show = {
  say: 'show',
  seq: 1,
  tag: 'x-a',
  modules: [{ tag: 'x-a', module: '/m/a' }],
  usage: { props: { n: 1 }, slots: { '': { is: 'text', text: 'x' } } },
  listen: [],
}

test('what the interface says', () => {
  expect(toFrameSchema.safeParse(show).success).toBe(true)
  expect(
    toFrameSchema.safeParse({
      ...show,
      usage: {
        props: { day: new Date(0), list: [1, { a: null }] },
        slots: { foot: { is: 'component', tag: 'x-b', usage: { props: {}, slots: {} } } },
      },
    }).success,
  ).toBe(true)
  for (const bad of [
    { ...show, seq: 'one' },
    { ...show, usage: { props: {} } },
    { ...show, usage: { props: {}, slots: { '': { is: 'script', text: '' } } } },
    { say: 'run', code: '1' },
    { say: 'surround', theme: 'a', width: 'wide', ground: '', fit: true },
    null,
    'text',
  ]) {
    expect(toFrameSchema.safeParse(bad).success).toBe(false)
  }
})
test('what a frame says is taken only in its exact shape and size', () => {
  expect(
    fromFrameSchema.safeParse({ say: 'event', name: 'go', detail: '{}', target: '', at: 1 }).success,
  ).toBe(true)
  expect(
    fromFrameSchema.safeParse({
      say: 'failed',
      seq: 1,
      phase: 'run',
      text: 'x',
      at: { module: 'a', line: 1, column: 2 },
    }).success,
  ).toBe(true)
  for (const bad of [
    { say: 'event', name: 'x'.repeat(300), detail: '', target: '', at: 1 },
    { say: 'event', name: 'go', detail: { deep: true }, target: '', at: 1 },
    { say: 'size', width: -1, height: 1 },
    { say: 'size', width: 1, height: Infinity },
    { say: 'failed', seq: 1, phase: 'never', text: '' },
    { say: 'failed', seq: 1, phase: 'run', text: 'x'.repeat(3000) },
    { say: 'pong', n: 1.5 },
    { say: 'show' },
    undefined,
  ])
    expect(fromFrameSchema.safeParse(bad).success).toBe(false)
})

test('cells are sent with every surround once, and come out as they went in', () => {
  const surround = plainSurround('day')
  const cells = {
    tag: 'x-a',
    modules: [],
    columns: 2,
    width: 200,
    least: 72,
    cells: [
      { id: 'a', usage: { props: { n: 1 }, slots: {} }, surround },
      { id: 'b', usage: { props: {}, slots: {} }, surround: { ...surround } },
      { id: 'c', usage: { props: {}, slots: {} }, surround: plainSurround('night'), caption: 'third' },
    ],
  }
  const packed = packCells(cells)
  expect(packed.surrounds).toHaveLength(2)
  const sent = toFrameSchema.parse({ say: 'cells', seq: 3, ...packed })
  expect(sent.say === 'cells' && unpackCells(sent)).toMatchObject({ seq: 3, ...cells })
  expect(unpackCells({ say: 'cells', seq: 1, ...packed, surrounds: [] }).cells).toEqual([])
})
