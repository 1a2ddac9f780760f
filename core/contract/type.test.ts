import { choicesOf, editorFor, misfit, printType, unionOf, type TypeModel } from './type'
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
  [unionOf([lit('a'), lit('b')]), '', 'choice'], [{ is: 'boolean' }, '', 'checkbox'], [{ is: 'number' }, '', 'number'], [s, '', 'text'], [s, 'edgeColor', 'colour'],
  [unionOf([s, { is: 'null' }]), '', 'text'], [{ is: 'date' }, '', 'date'], [{ is: 'list', of: s }, '', 'structured'], [{ is: 'function' }, '', 'function'], [unionOf([{ is: 'function' }, { is: 'null' }]), '', 'function'],
])('the editor for %j named “%s” is %s', (type, name, editor) => expect(editorFor(type, name)).toBe(editor))
test('a value that does not fit is told where', () => {
  const rows: TypeModel = { is: 'list', of: { is: 'object', fields: [{ name: 'id', type: s, optional: false }, { name: 'n', type: { is: 'number' }, optional: true }] } }
  expect(misfit(rows, [{ id: 'a' }], 'rows')).toBeUndefined()
  expect(misfit(rows, [{ id: 'a' }, { n: 1 }], 'rows')).toBe('rows[1].id is missing.')
  expect(misfit(rows, {}, 'rows')).toBe('rows should be a list.')
  expect(misfit(unionOf([lit('a'), lit('b')]), 'c', 'tone')).toBe("tone should be 'a' | 'b'.")
})
test('titles, and what has no words', () => {
  expect(componentTitle('tern-notice-strip', 'tern-')).toBe('Notice strip')
  const base = { known: 'declared' as const, place: { file: 'a', line: 1 }, disagreements: [] }
  const property = { kind: 'custom-property' as const, ...base, fallbacks: [], usedBy: [] }
  const contract = { tag: 'x-a', language: 'custom-element' as const, className: 'A', exported: true, place: base.place, summary: '', uses: [], files: [], members: [{ ...property, name: '--a' }, { ...property, name: '--token' }, { ...property, name: '--b', comment: 'said' }] }
  expect(withoutWords(contract, new Set(), new Set(['--token'])).map((one) => one.name)).toEqual(['--a'])
  expect(withoutWords(contract, new Set(['custom-property:--a']), new Set(['--token']))).toEqual([])
})
