import fc from 'fast-check'
import { cellsOfText, pastedInto, textOfCells } from './cells'

const text = fc.string({ unit: fc.constantFrom('a', '"', '\t', '\n', ' ', '#', '{') })

test('what is copied is what is pasted', () => {
  const rows = fc
    .integer({ min: 1, max: 4 })
    .chain((width) =>
      fc.array(fc.array(text, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 4 }),
    )
  fc.assert(fc.property(rows, (cells) => expect(cellsOfText(`${textOfCells(cells)}\n`)).toEqual(cells)))
})

test('what spreadsheets copy is taken as they mean it', () => {
  expect(cellsOfText('1\t2\r\n3\t\r\n')).toEqual([
    ['1', '2'],
    ['3', ''],
  ])
  expect(cellsOfText('"a ""b""\nc"\t{ink.700}')).toEqual([['a "b"\nc', '{ink.700}']])
  expect(cellsOfText('one')).toEqual([['one']])
  expect(cellsOfText('')).toEqual([['']])
  expect(cellsOfText('say "no"\tx')).toEqual([['say "no"', 'x']])
})

test('one cell goes into all that are chosen; several go where they begin', () => {
  const at = (row: number, column: number) => ({ row, column })
  expect(pastedInto(at(2, 1), at(1, 0), [['x']])).toEqual(
    [at(1, 0), at(1, 1), at(2, 0), at(2, 1)].map((cell) => ({ at: cell, text: 'x' })),
  )
  expect(pastedInto(at(1, 1), at(1, 1), [['a', 'b'], ['c']])).toEqual([
    { at: at(1, 1), text: 'a' },
    { at: at(1, 2), text: 'b' },
    { at: at(2, 1), text: 'c' },
  ])
})
