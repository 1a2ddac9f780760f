import { told } from '../../../tests/told'

// Props as compilers leave them, with tables and declarations beside.

test('what declarations call private is not offered, though a decorator gives it an attribute', () => {
  expect(
    told({
      'a.js': `
class A extends Base {}
d([property()], A.prototype, 'shown', 2)
d([r()], A.prototype, 'left', 2)
A = d([customElement('x-a')], A)
export { A }`,
      'a.d.ts': `export declare class A { shown: 1 | 2; private left }`,
    }),
  ).toEqual({ 'x-a': ['prop shown 1 | 2 @shown'] })
})

test('declarations beside compiled code give types and words, and say what is private', () => {
  expect(
    told({
      'a.js': `
export class A extends HTMLElement {
  constructor() {
    super()
    this.size = 3
    this.inner = 4
    this.helper = 5
  }
  strike() {}
}
customElements.define('x-a', A)`,
      'a.d.ts': `
export declare class A extends HTMLElement {
  size: 1 | 2 | 3
  private inner
  tone?: 'low'
  private strike(): void
}`,
    }),
  ).toEqual({ 'x-a': ['prop size 1 | 2 | 3 = 3', "prop tone 'low'"] })
  expect(
    told({
      'package.json': '{"name":"q","types":"./types/index.d.ts","module":"./dist/chunk.js"}',
      'dist/chunk.js': `
var _A = class _A extends HTMLElement {
  constructor() {
    super()
    this.size = 3
  }
}
var A = _A
customElements.define('x-a', A)
export { A }`,
      'types/index.d.ts': `export { A } from './a'`,
      'types/a.d.ts': `export declare class A extends HTMLElement { size: 1 | 2 | 3 }`,
    }),
  ).toEqual({ 'x-a': ['prop size 1 | 2 | 3 = 3'] })
  expect(
    told({
      'a.js': `
const e = class extends HTMLElement {
  constructor() {
    super()
    this.size = 3
  }
}
customElements.define('x-a', e)`,
      'all.d.ts': `
interface XA extends HTMLElement {
  size: 1 | 2 | 3
}
declare global {
  interface HTMLElementTagNameMap {
    'x-a': XA
  }
}
export {}`,
    }),
  ).toEqual({ 'x-a': ['prop size 1 | 2 | 3 = 3'] })
})

test('a table beside the tag says which attribute feeds which prop', () => {
  const files = {
    'dist/pager.js': `
const define = (c, [flags, tag]) => customElements.define(tag, c)
export const Pager = define(
  class extends HTMLElement {
    open = !1
    itemCount = 15
    items = []
    label = ''
    wide = !1
  },
  [
    513,
    'x-pager',
    { open: [4], itemCount: [2, 'item-count'], items: [16], label: [1025], wide: [516, 'is-wide'] },
  ],
)
customElements.define('x-pager', Pager)`,
    'dist/tab.js': `
class Tab extends HTMLElement {
  labelText = ''
}
customElements.define('x-tab', Tab)
export const meta = [1, 'x-tab', { labelText: [1, 'label-text'] }]`,
  }
  expect(told(files)).toMatchObject({
    'x-pager': [
      'prop open boolean @open = false',
      'prop itemCount number @item-count = 15',
      'prop items unknown[] = []',
      "prop label string @label = ''",
      'prop wide boolean @is-wide = false',
    ],
    'x-tab': ["prop labelText string @label-text = ''"],
  })
})

test('a table of props as a compiler leaves it: numbers, and lists of one with options', () => {
  expect(
    told({
      'chip.js': `
class Chip extends HTMLElement {
  static {
    this.properties = {
      open: [7, {}, { reflect: true, type: Boolean }],
      note: 1,
      rows: [0, {}, { attribute: false }],
      busy: [16, {}, { state: true }],
    }
  }
  static sizes = { small: 1, large: 2 }
}
customElements.define('x-chip', Chip)`,
    }),
  ).toEqual({ 'x-chip': ['prop open boolean @open', 'prop note unknown @note', 'prop rows unknown'] })
})
