import { inManner, mannerOf } from './manner'
import { LibraryReader } from '../read/read'
import { begin } from './begin'
import { namesOf, usualLanguage } from './wish'
import { tern, wish } from '../../tests/begun'

test('names: the same in all their forms; what cannot be one is said, and so is what is taken', () => {
  const element = { language: 'custom-element' as const }
  for (const name of [
    'Departure board',
    'departure-board',
    'DepartureBoard',
    ' tern departure  board ',
    'Départure, board!',
  ])
    expect(namesOf({ name, ...element }, 'tern-', [])).toEqual({
      ok: true,
      names: { kebab: 'departure-board', pascal: 'DepartureBoard', tag: 'tern-departure-board' },
    })
  expect(namesOf({ name: 'Board', language: 'vue' }, '', [])).toMatchObject({ names: { tag: 'Board' } })
  for (const name of ['…', '42 boats', '<script>'])
    expect(namesOf({ name, ...element }, 'tern-', []).ok).toBe(name === '<script>')
  expect(namesOf({ name: 'Board', ...element }, '', [])).toMatchObject({
    ok: false,
    problem: { code: 'bad-name', what: '<board> cannot be a tag: the tag of a custom element has a hyphen.' },
  })
  const { contracts } = new LibraryReader().read(tern)
  expect(namesOf({ name: 'Notice strip', ...element }, 'tern-', contracts)).toMatchObject({
    ok: false,
    problem: { code: 'name-taken', where: { file: 'src/notice-strip.ts' } },
  })
  expect(
    begin(
      new LibraryReader(),
      [...tern, { path: 'src/departure-board.ts', text: '' }],
      'tern-',
      wish('custom-element'),
    ),
  ).toMatchObject({ ok: false, problems: [{ code: 'file-taken' }] })
  expect(usualLanguage(contracts)).toBe('custom-element')
})

test('the manner of a library: its step, its quotes, its semicolons', () => {
  expect(mannerOf(['import a from "a";\n\nfunction b() {\n\treturn "c";\n}'])).toEqual({
    indent: '\t',
    quote: '"',
    semicolon: true,
  })
  expect(mannerOf(["import a from 'a'\n\nfunction b() {\n  return 'c'\n}"])).toEqual({
    indent: '  ',
    quote: "'",
    semicolon: false,
  })
  expect(inManner("a {\n  say('x')//;\n}", { indent: '\t', quote: '"', semicolon: true })).toBe(
    'a {\n\tsay("x");\n}',
  )
})
