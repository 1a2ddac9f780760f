import { membersOf } from '../../contract/contract'
import { keyName } from '../../contract/key'
import { readLibrary } from '../read'

const keysIn = (files: Record<string, string>) =>
  Object.fromEntries(
    readLibrary(Object.entries(files).map(([path, text]) => ({ path, text }))).contracts.map((contract) => [
      contract.tag,
      membersOf(contract, 'key').map((key) => `${key.name} ${key.place.line}`),
    ]),
  )
const element = (body: string, before = '') =>
  keysIn({ 'a.ts': `${before}\nclass A extends HTMLElement {\n${body}\n}\ncustomElements.define('x-a', A)` })[
    'x-a'
  ]

test.each([
  [
    'compared',
    "  on(event: KeyboardEvent) { if (event.key === 'Escape' || 'Enter' == event.key) this.go() }",
    ['Escape 3', 'Enter 3'],
  ],
  [
    'told apart by a switch',
    "  on(e) { switch (e.key) {\n case 'ArrowUp':\n case ' ': this.go(); break\n default: } }",
    ['ArrowUp 4', 'Space 5'],
  ],
  [
    'looked up in a table',
    "  on(event) { const to: Record<string, number> = { Home: 0,\n 'End': 1, ['PageUp']: 2 }\n " +
      'const next = to[event.key] }',
    ['Home 3', 'End 4', 'PageUp 4'],
  ],
  ['in a list', "  on(event) { if (['Enter', ' '].includes(event.key)) this.go() }", ['Enter 3', 'Space 3']],
  ['in a set of the module', '  on(event) { return moves.has(event.key) }', ['ArrowUp 3', 'j 3']],
  [
    'taken out of the event',
    "  on({ key, shiftKey }) { if (key === 'Tab') this.go() }\n  other(event) { const { key: " +
      "pressed } = event; return pressed === 'Delete' }\n  third(e) { const key = e.key; if " +
      "(key === 'F2') this.go() }",
    ['Tab 3', 'Delete 4', 'F2 5'],
  ],
  [
    'by names that a minifier shortened, where it is used as an event is',
    "  #a(t) { t.key === 'Home' && this.go(); t.preventDefault() }\n  #b(t) { t.key === 'Tab' ? 0 : t.key === 'j' }\n" +
      "  #c(t) { return t.key === 'End' }",
    ['Home 3', 'Tab 4', 'j 4'],
  ],
  [
    'by number, as before the standard',
    '  on(event) { if (event.keyCode === 27 || event.which === 13) this.go() }',
    ['Escape 3', 'Enter 3'],
  ],
  [
    'by code',
    "  on(event) { if (event.code === 'KeyK' || event.code === 'NumpadEnter') this.go() }",
    ['k 3', 'Enter 3'],
  ],
  [
    'with what must be held',
    "  on(event) { if (event.shiftKey && event.key === 'Tab') this.go()\n if (event.ctrlKey) { " +
      "if (event.key === 'k') this.go() } }",
    ['Shift+Tab 3', 'Control+k 4'],
  ],
])('keys: %s', (_how, body, keys) =>
  expect(element(body, "const moves = new Set(['ArrowUp', 'j'])")!.sort()).toEqual(keys.sort()),
)

test('what only has a property of that name does not count', () => {
  expect(
    element(
      "  on(item, error) { if (item.key === 'Home' || item.key === 'a' || error.code === " +
        "'Delete' || item.key === 'enter' || row.which === 13) this.go()\n switch (item.key) { " +
        "case 'tone': } }",
    ),
  ).toEqual([])
})
test('a comment says what a key does; one that no code asks for is told', () => {
  const [contract] = readLibrary([
    {
      path: 'a.ts',
      text:
        '/** A.\n * @key Escape - Puts it away.\n * @key Enter - Nothing. */\nclass A ' +
        "extends HTMLElement { on(e) { if (e.key === 'Escape') this.go() } " +
        "}\ncustomElements.define('x-a', A)",
    },
  ]).contracts
  expect(membersOf(contract!, 'key')).toEqual([
    expect.objectContaining({ name: 'Escape', known: 'declared', comment: 'Puts it away.' }),
    expect.objectContaining({
      name: 'Enter',
      known: 'comment',
      disagreements: [expect.objectContaining({ code: 'no code asks for it' })],
    }),
  ])
})
test('functions are followed to other files; another component is not', () => {
  expect(
    keysIn({
      'keys.ts':
        "export const isUse = (event: KeyboardEvent) => event.key === 'Enter'\nexport function " +
        "useMoves() { return (e) => e.key === 'ArrowUp' }",
      'a.ts':
        "import { isUse } from './keys'\nclass A extends HTMLElement { on(event) { if " +
        "(isUse(event)) this.go() } }\ncustomElements.define('x-a', A)",
      'inner.tsx':
        "export function Inner() { return <b onKeyDown={(e) => { if (e.key === 'Escape') close() }} /> }",
      'outer.tsx':
        "import { Inner } from './inner'\nimport { useMoves } from './keys'\nexport function " +
        'Outer() { const on = useMoves(); return <p onKeyDown={on}><Inner /></p> }',
    }),
  ).toMatchObject({ 'x-a': ['Enter 1'], Inner: ['Escape 1'], Outer: ['ArrowUp 2'] })
})
test('a Vue template names keys by modifiers', () => {
  expect(
    keysIn({
      'Card.vue':
        '<script setup>\nfunction on(e) { if (e.key === "F1") help() ' +
        '}\n</script>\n<template>\n<p @keydown.esc="a" @keydown.shift.down.prevent="b"\n ' +
        '@keyup.delete="c" @keydown.page-down="d" @click.left="e" @keydown="on" /></template>',
    }).Card,
  ).toEqual(['Escape 5', 'Shift+ArrowDown 5', 'Delete 6', 'Backspace 6', 'PageDown 6', 'F1 2'])
})
test.each([
  ['esc', 'Escape'],
  [' ', 'Space'],
  ['arrow-up', 'ArrowUp'],
  ['ArrowUp', 'ArrowUp'],
  ['Shift+Tab', 'Shift+Tab'],
  ['KeyK', 'k'],
  ['?', '?'],
  ['tone', undefined],
  ['', undefined],
])('%s is the key %s', (written, name) => expect(keyName(written)).toBe(name))
