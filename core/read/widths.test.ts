import { widthsIn } from './widths'

const asked = (css: string) =>
  widthsIn([{ path: 'a.css', text: css }]).map((width) => `${width.of} ${width.width}`)

test.each([
  ['@media (min-width: 600px) { a { b: c } }', ['window 600']],
  ['@media screen and (max-width: 40em), (width >= 50rem) {}', ['window 640', 'window 800']],
  ['@container card (400px <= inline-size < 700px) {}', ['parent 400', 'parent 700']],
  ['a { @container (min-width: 20em) { b: c } }', ['parent 320']],
  ['@media ((min-width: 300px) and (not (height > 200px))) {}', ['window 300']],
  ['@media (min-resolution: 2dppx) and (height > 100px) {} a { width: 90px }', []],
  [
    '@media (min-width: 600px) {} @media (max-width: 600px) {} @container (width > 600px) {}',
    ['window 600', 'parent 600'],
  ],
  ['@media (min-width: calc(1px + 2px)) {}', []],
])('%s', (css, found) => expect(asked(css)).toEqual(found))

test('in style elements of markup that stands in script, also of templates in it', () => {
  expect(
    widthsIn([
      {
        path: 'a.ts',
        text:
          "x\nroot.innerHTML = '<p>@media</p><style>@container (width < 300px) { b { c: d } " +
          "}</style>'\nroot.innerHTML = `<template>\n<style>\n@media (width > ${x}) and (width " +
          '< 500px) { a { b: c } }</style></template>`',
      },
    ]).map((width) => [width.of, width.width, width.place.line]),
  ).toEqual([
    ['parent', 300, 2],
    ['window', 500, 5],
  ])
})
test('in script and in Vue components, with their lines', () => {
  expect(
    widthsIn([
      { path: 'a.ts', text: 'x\nconst css = `\n@media (width < 500px) { a { b: c } }`' },
      {
        path: 'b.vue',
        text: '<template><b /></template>\n<style>\n@container (width < 300px) { a { b: c } }\n</style>',
      },
    ]),
  ).toEqual([
    { width: 300, of: 'parent', place: { file: 'b.vue', line: 3 } },
    { width: 500, of: 'window', place: { file: 'a.ts', line: 3 } },
  ])
})
