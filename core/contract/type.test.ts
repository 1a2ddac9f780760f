import { firstValue } from './first-value'
import {
  alternativesOf,
  brought,
  choicesOf,
  editorFor,
  misfit,
  printType,
  unionOf,
  type TypeModel,
} from './type'
import { componentTitle, withoutWords } from './contract'

const s: TypeModel = { is: 'string' }
const lit = (value: string | number | boolean): TypeModel => ({ is: 'literal', value })

test('unions are flat, without doubles, and true | false is boolean', () => {
  expect(printType(unionOf([lit('a'), unionOf([lit('b'), lit('a')])]))).toBe("'a' | 'b'")
  expect(unionOf([lit(true), lit(false)])).toEqual({ is: 'boolean' })
  expect(unionOf([s])).toEqual(s)
})
test('choices are a closed set of literals only', () => {
  expect(choicesOf(unionOf([lit('a'), lit('b'), { is: 'undefined' }]))).toEqual(['a', 'b'])
  expect(choicesOf(unionOf([lit('a'), s]))).toBeUndefined()
})
test.each<[TypeModel, string, string]>([
  [unionOf([lit('a'), lit('b')]), '', 'choice'],
  [{ is: 'boolean' }, '', 'checkbox'],
  [{ is: 'number' }, '', 'number'],
  [s, '', 'text'],
  [s, 'edgeColor', 'colour'],
  [unionOf([s, { is: 'null' }]), '', 'text'],
  [{ is: 'date' }, '', 'date'],
  [{ is: 'list', of: s }, '', 'list'],
  [{ is: 'object', fields: [{ name: 'a', type: s, optional: false }] }, '', 'object'],
  [{ is: 'object', fields: [] }, '', 'structured'],
  [unionOf([s, { is: 'number' }]), '', 'either'],
  [unionOf([lit('auto'), { is: 'number' }]), '', 'either'],
  [{ is: 'function' }, '', 'function'],
  [unionOf([{ is: 'function' }, { is: 'null' }]), '', 'function'],
])('the editor for %j named “%s” is %s', (type, name, editor) => expect(editorFor(type, name)).toBe(editor))
test('a value that does not fit is told where', () => {
  const rows: TypeModel = {
    is: 'list',
    of: {
      is: 'object',
      fields: [
        { name: 'id', type: s, optional: false },
        { name: 'n', type: { is: 'number' }, optional: true },
      ],
    },
  }
  expect(misfit(rows, [{ id: 'a' }], 'rows')).toBeUndefined()
  expect(misfit(rows, [{ id: 'a' }, { n: 1 }], 'rows')).toBe('rows[1].id is missing.')
  expect(misfit(rows, {}, 'rows')).toBe('rows should be a list.')
  expect(misfit(unionOf([lit('a'), lit('b')]), 'c', 'tone')).toBe("tone should be 'a' | 'b'.")
})
test('titles, and what has no words', () => {
  expect(componentTitle('tern-notice-strip', 'tern-')).toBe('Notice strip')
  const base = { known: 'declared' as const, place: { file: 'a', line: 1 }, disagreements: [] }
  const property = { kind: 'custom-property' as const, ...base, fallbacks: [], usedBy: [] }
  const contract = {
    tag: 'x-a',
    language: 'custom-element' as const,
    className: 'A',
    exported: true,
    place: base.place,
    summary: '',
    uses: [],
    files: [],
    members: [
      { ...property, name: '--a' },
      { ...property, name: '--token' },
      { ...property, name: '--b', comment: 'said' },
    ],
  }
  expect(withoutWords(contract, new Set(), new Set(['--token'])).map((member) => member.name)).toEqual([
    '--a',
  ])
  expect(withoutWords(contract, new Set(['custom-property:--a']), new Set(['--token']))).toEqual([])
})

test('what a union lets one choose between: its literals are one of them', () => {
  expect(
    alternativesOf(
      unionOf([lit('auto'), lit('none'), { is: 'number' }, { is: 'undefined' }, { is: 'null' }]),
    ).map((alternative) => printType(alternative)),
  ).toEqual(["'auto' | 'none'", 'number'])
})
const trip: TypeModel = {
  is: 'object',
  fields: [
    { name: 'leaves', type: { is: 'date' }, optional: false },
    { name: 'calls', type: { is: 'list', of: { is: 'date' } }, optional: true },
    { name: 'fare', type: unionOf([lit('free'), { is: 'number' }]), optional: false },
  ],
}
test('a value to begin with fits its type, and holds what is required and no more', () => {
  expect(firstValue(trip, 'trip')).toEqual({ leaves: '2026-01-01T09:00:00.000Z', fare: 'free' })
  for (const type of [
    trip,
    s,
    { is: 'list', of: trip } as const,
    unionOf([{ is: 'undefined' }, { is: 'number' }]),
    { is: 'boolean' } as const,
  ])
    expect(misfit(type, firstValue(type, 'x'))).toBeUndefined()
})
test('dates are dates at any depth, and texts stay texts where a text may stand too', () => {
  const day = '2026-11-25T08:00:00.000Z'
  expect(brought(trip, { leaves: day, calls: [day], fare: 3 })).toEqual({
    leaves: new Date(day),
    calls: [new Date(day)],
    fare: 3,
  })
  expect(brought(unionOf([{ is: 'date' }, { is: 'undefined' }]), day)).toEqual(new Date(day))
  expect(brought(unionOf([{ is: 'date' }, s]), day)).toBe(day)
  expect(brought({ is: 'date' }, 'no day')).toBe('no day')
})
test('functions are made where `true` stands for them, each with its path', () => {
  const columns: TypeModel = {
    is: 'list',
    of: {
      is: 'object',
      fields: [
        { name: 'title', type: s, optional: false },
        { name: 'render', type: unionOf([{ is: 'function' }, { is: 'undefined' }]), optional: true },
        { name: 'on', type: { is: 'boolean' }, optional: true },
      ],
    },
  }
  expect(
    brought(
      columns,
      [{ title: 'a', render: true, on: true }, { title: 'b' }],
      (path) => `made ${path}`,
      'columns',
    ),
  ).toEqual([{ title: 'a', render: 'made columns.0.render', on: true }, { title: 'b' }])
  expect(brought(unionOf([{ is: 'function' }, { is: 'null' }]), true, (path) => path, 'done')).toBe('done')
})
