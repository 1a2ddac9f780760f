import { theme } from '../../tests/themes'
import { readLibrary } from '../read/read'
import { checkLibrary } from './rules'
import { scriptValuesIn } from './script-values'

const within = (body: string, path = 'src/row.ts') =>
  scriptValuesIn([
    { path, text: `export class Row extends HTMLElement {\n  show() {\n    ${body}\n  }\n}` },
  ]).map(({ property, value, selector, line }) => [property, value, selector, line])
const cells = "this.shadowRoot!.querySelectorAll<HTMLElement>('.cell')"

test('a value that is set on each of a list is found, however the list is gone through', () => {
  const found = [['width', 'this.width', '.cell', 3]]
  for (const body of [
    `for (const cell of ${cells}) cell.style.width = this.width`,
    `for (const cell of [...${cells}]) cell.style.setProperty('width', this.width)`,
    `${cells}.forEach((cell) => { cell.style.width = this.width })`,
    `Array.from(${cells}).forEach(function (cell) { (cell as HTMLElement).style.width = this.width })`,
    `const all = ${cells}; for (const cell of all) cell.style.width = this.width`,
  ])
    expect([body, within(body)]).toEqual([body, found])
  expect(within('for (const cell of this.children) cell.style.fontSize = `${this.size}px`')).toEqual([
    ['font-size', '`${this.size}px`', undefined, 3],
  ])
  expect(
    within(
      "for (const cell of this.getElementsByClassName('cell')) cell.style.color = this.getAttribute('ink')",
    ),
  ).toEqual([['color', "this.getAttribute('ink')", '.cell', 3]])
})
test('a value of the turn, one that is written out, and what is no list of elements are left alone', () => {
  for (const body of [
    `for (const cell of ${cells}) cell.style.width = cell.dataset.width!`,
    `${cells}.forEach((cell, i) => { cell.style.order = String(i) })`,
    `let left = 0; for (const cell of ${cells}) { cell.style.left = left + 'px'; left += 4 }`,
    `for (const cell of ${cells}) { const wide = measure(cell); cell.style.width = wide }`,
    `for (const cell of ${cells}) cell.style.width = next()`,
    `for (const cell of ${cells}) cell.style.display = 'none'`,
    `for (const cell of ${cells}) other.style.width = this.width`,
    'for (const name of this.names) name.style.width = this.width',
    'for (const [name] of this.entries()) this.style.width = name',
    'this.style.width = this.width',
    `for (const row of this.rows) { const top = row.top; for (const cell of ${cells}) cell.style.top = top }`,
  ])
    expect([body, within(body)]).toEqual([body, []])
})
test('a list is what its name stands for there, and a name that leads round is none', () => {
  const set = 'for (const cell of all) cell.style.width = this.width'
  expect(within(`{ const all = ${cells}; use(all) } ${set}`)).toEqual([])
  expect(within(`const all = ${cells}; const more = (all: Row[]) => { ${set} }`)).toEqual([])
  expect(within(`const all = Array.from(rest); const rest = Array.from(all); ${set}`)).toEqual([])
  expect(within(`const all = [...all]; ${set}`)).toEqual([])
})
test('it is told with the property to set once, and the rule that reads it', () => {
  const files = [
    {
      path: 'src/row.ts',
      text: `/** A row. */
export class Row extends HTMLElement {
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<i class="cell"></i>' }
  set width(width: string) {
    for (const cell of ${cells}) cell.style.width = width
  }
}
customElements.define('sea-row', Row)`,
    },
  ]
  const { contracts } = readLibrary(files)
  const found = checkLibrary({ files, contracts, themes: [theme('day', null, {})], prefix: 'sea' })
  expect(found).toEqual([
    expect.objectContaining({
      rule: 'one-value',
      tag: 'sea-row',
      place: { file: 'src/row.ts', line: 5 },
      says: 'width is set to width on each element .cell.',
      todo:
        "Set it once, this.style.setProperty('--sea-row-width', width), and have the sheet say " +
        '.cell { width: var(--sea-row-width) }.',
    }),
  ])
})
