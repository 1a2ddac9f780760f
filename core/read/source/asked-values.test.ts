import { membersOf } from '../../contract/contract'
import { readLibrary } from '../read'

const asked = (body: string, head = '') =>
  Object.fromEntries(
    membersOf(
      readLibrary([
        {
          path: 'a.ts',
          text: `${head}\ncustomElements.define('x-a', class extends HTMLElement { kind = ''; size = 0; tone: 'calm' | 'loud' = 'calm'\n${body} })`,
        },
      ]).contracts[0]!,
      'prop',
    ).flatMap(({ name, asked: values }) => (values ? [[name, values]] : [])),
  )

test.each([
  [`show() { return this.kind === 'neap' || 'ebb' !== this.kind }`, { kind: ['neap', 'ebb'] }],
  [`show() { switch (this.#kind) { case 'neap': case 'ebb': } }`, { kind: ['neap', 'ebb'] }],
  [`show() { return signs[this.kind] }`, { kind: ['buoy', 'lamp'] }],
  [`show() { return ['a', 'b'].includes(this.kind) || known.has(kind) }`, { kind: ['a', 'b', 'c'] }],
  [`show() { return named.get(this._kind) }`, { kind: ['d'] }],
  [`show() { return this.size === 3 || this.size === 'no number' }`, { size: [3] }],
  [`show() { return widths[this.kind] }`, { kind: ['sm', 'lg'] }],
  // a choice is tried through all of its values as it is
  [`show() { return this.tone === 'calm' }`, {}],
  [`show() { return other === 'neap' }`, {}],
])('%s', (body, values) =>
  expect(
    asked(
      body,
      `const signs = { buoy: 1, lamp: 2 }, known = new Set(['c']), named = new Map([['d', 1]]), widths = {}
      widths['sm'] = 576; widths.lg = 992`,
    ),
  ).toEqual(values),
)
