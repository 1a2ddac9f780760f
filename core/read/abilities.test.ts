import { abilitiesIn } from './abilities'

const asked = (text: string, path = 'a.ts') =>
  abilitiesIn([{ path, text }]).map((ability) => `${ability.sure ? '' : '?'}${ability.name}`)

test.each([
  ["if ('share' in navigator) go()", ['navigator.share']],
  ["const has = typeof ResizeObserver !== 'undefined'", ['ResizeObserver']],
  ["if ('function' === typeof Element.prototype.animate) go()", ['Element.prototype.animate']],
  ['if (window.IntersectionObserver) go()', ['?IntersectionObserver']],
  ['document.startViewTransition?.(go)', ['document.startViewTransition']],
  ["'popover' in HTMLElement.prototype && go()", ['HTMLElement.prototype.popover']],
  [
    "Object.hasOwn(HTMLElement.prototype, 'popover'); HTMLElement.prototype.hasOwnProperty('inert')",
    ['HTMLElement.prototype.popover', 'HTMLElement.prototype.inert'],
  ],
  ["if (typeof document.createElement('dialog').showModal === 'function') go()", ['<dialog>.showModal']],
  [
    "CSS.supports('height', '1dvh') || CSS.supports('(gap: 1px) and selector(:has(a))')",
    ['height: 1dvh', 'gap: 1px', 'selector(:has(a))'],
  ],
  ['if (globalThis.scheduler?.yield) go()', ['?scheduler.yield', '?scheduler']],
  [
    'class A extends HTMLElement { open() {} go() { this.attachInternals?.(); this.open?.(); ' +
      'this.late?.() } set() { this.late = 1 } }',
    ['HTMLElement.prototype.attachInternals'],
  ],
])('%s', (text, names) => expect(asked(text)).toEqual(names))

test.each([
  "typeof value === 'string'",
  "import { ResizeObserver } from './mine'\ntypeof ResizeObserver === 'function'",
  "const navigator = mine()\nif ('share' in navigator) go()",
  'if (document) go()\n',
  "'anchorName' in document.documentElement.style",
  "'x' in props",
  'class A { go() { this.anything?.() } }',
  'CSS.supports(name, value)',
  'new ResizeObserver(go)',
])('nothing is asked for in %s', (text) =>
  expect(asked(text).filter((text) => text !== '?document')).toEqual([]),
)

test('in sheets of every kind, with file and line', () => {
  const css = 'a { color: red }\n@supports (height: 1dvh) { a { height: 1dvh } }'
  expect(abilitiesIn([{ path: 'a.css', text: css }])).toEqual([
    { name: 'height: 1dvh', of: 'style', sure: true, place: { file: 'a.css', line: 2 } },
  ])
  expect(abilitiesIn([{ path: 'a.ts', text: `const sheet = \`\n${css}\`` }])).toEqual([
    { name: 'height: 1dvh', of: 'style', sure: true, place: { file: 'a.ts', line: 3 } },
  ])
  const vue =
    `<script setup lang="ts">\nif ('share' in navigator) ` +
    `go()\n</script>\n<template><b /></template>\n<style>\n${css}\n</style>`
  expect(
    abilitiesIn([{ path: 'a.vue', text: vue }]).map((ability) => [ability.name, ability.place.line]),
  ).toEqual([
    ['height: 1dvh', 7],
    ['navigator.share', 2],
  ])
})
test('asked once and again it is one ability, at the place that is sure of it', () => {
  expect(abilitiesIn([{ path: 'a.ts', text: "if (navigator.share) go()\n'share' in navigator" }])).toEqual([
    { name: 'navigator.share', of: 'script', sure: true, place: { file: 'a.ts', line: 2 } },
  ])
})
