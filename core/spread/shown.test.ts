import { plainSurround } from '../surround'
import type { Axis } from './axes'
import {
  axisIn,
  cellsOfSet,
  columnWidthOf,
  forSheet,
  mayCombine,
  nameOfCell,
  sheetsOfSet,
  sheetsOfSpread,
  usuallyCovered,
} from './shown'

const axis = (id: string, titles: string[], surround?: (i: number) => object): Axis => ({
  id,
  title: id,
  values: titles.map((title, i) => ({
    title,
    usage: (usage) => ({ ...usage, props: { ...usage.props, [id]: title } }),
    ...(surround ? { surround: surround(i) } : {}),
  })),
})
const tone = axis('prop:tone', ['calm', 'storm'])
const text = axis('text', ['100 %', '200 %'], (i) => ({ text: (i + 1) * 100 }))
const width = axis('width', ['160', '480'], (i) => ({ width: [160, 480][i] }))
const face = { props: {}, slots: {} }
const surround = plainSurround('day')

test('a spread stands in sheets, rows and columns; one without a title is called as the component', () => {
  const [sheet, ...others] = sheetsOfSpread(
    { rows: tone, columns: width, sheets: undefined },
    face,
    surround,
    'Notice',
  )
  expect(others).toEqual([])
  expect(sheet).toMatchObject({
    title: 'Notice',
    rows: ['calm', 'storm'],
    columns: ['160', '480'],
    text: 100,
  })
  expect(sheet!.cells.map((cell) => cell.titles)).toEqual([
    ['calm', '160'],
    ['calm', '480'],
    ['storm', '160'],
    ['storm', '480'],
  ])
  expect(columnWidthOf(sheet!.cells, 280)).toBe(506)
  expect(columnWidthOf(sheet!.cells, 600)).toBe(600)
})

test('a covering set has a sheet for each size of text, and at least one column', () => {
  const cells = cellsOfSet(
    [
      [0, 0],
      [1, 1],
      [1, 0],
    ],
    [tone, text],
    face,
    surround,
  )
  const sheets = sheetsOfSet(cells, 0)
  expect(sheets.map(({ title, cells, columns }) => [title, cells.length, columns.length])).toEqual([
    ['Covering set', 2, 1],
    ['Text at 200 %', 1, 1],
  ])
  expect(nameOfCell(cells[1]!)).toBe('storm, 200 %')
})

test('a frame gets captions where cells say what they show, and nothing where nothing was built', () => {
  const [sheet] = sheetsOfSet(cellsOfSet([[0]], [tone], face, surround), 3)
  const show = {
    tag: 'x-notice',
    width: 280,
    contractOf: () => undefined,
    moduleOf: (): string | undefined => '/m/1/notice.js',
    captionOf: () => 'c'.repeat(600),
  }
  expect(forSheet(sheet!, show)).toMatchObject({
    columns: 3,
    modules: [{ tag: 'x-notice', module: '/m/1/notice.js' }],
    cells: [{ caption: 'c'.repeat(500) }],
  })
  expect(forSheet(sheet!, { ...show, moduleOf: () => undefined })).toBeUndefined()
  expect(forSheet({ ...sheet!, captioned: false }, show)!.cells[0]).not.toHaveProperty('caption')
})

test('what is usually covered says most about the component', () =>
  expect(usuallyCovered([tone, text, width, axis('state', ['a', 'b'])])).toEqual(['prop:tone', 'state']))

test('values of one axis cannot stand together', () => {
  expect(axisIn('prop:a=b=3')).toBe('prop:a=b')
  expect(mayCombine(['prop:tone=0', 'state=1'])).toBe(true)
  expect(mayCombine(['prop:tone=0', 'prop:tone=1'])).toBe(false)
  expect(mayCombine(['prop:tone=0'])).toBe(false)
})
