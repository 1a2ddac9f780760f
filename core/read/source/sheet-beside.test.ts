import { readLibrary } from '../read'
import { sheetBeside } from './sheet-beside'

const withPackage = (json: object, ...sheets: string[]) => [
  { path: 'package.json', text: JSON.stringify({ name: '@marram/tern', ...json }) },
  ...sheets.map((path) => ({ path, text: 'b { color: red }' })),
]

test.each([
  [{ style: './lib/index.css' }, 'lib/index.css'],
  [{ exports: { '.': './a.js', './style.css': { import: './lib/index.css' } } }, 'lib/index.css'],
  [{ exports: { './tern.css': './lib/index.css', './print.css': './lib/print.css' } }, 'lib/index.css'],
  [{ exports: { './dark.css': './lib/index.css', './print.css': './lib/print.css' } }, undefined],
  [{ style: './gone.css' }, undefined],
  [{ style: 'lib/index.scss' }, undefined],
  [{}, undefined],
])('%j', (json, sheet) =>
  expect(sheetBeside(withPackage(json, 'lib/index.css', 'lib/print.css'))).toBe(sheet),
)

test('that it is worn is told, where components are no elements', () => {
  const files = withPackage({ style: 'a.css' }, 'a.css')
  const codes = (file: { path: string; text: string }) =>
    readLibrary([...files, file]).problems.map(({ code }) => code)
  expect(codes({ path: 'src/Bell.vue', text: '<template><b>hi</b></template>' })).toEqual(['sheet-beside'])
  expect(
    codes({ path: 'src/b.js', text: `customElements.define('x-b', class extends HTMLElement {})` }),
  ).toEqual([])
})
