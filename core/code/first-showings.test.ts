import { readLibrary } from '../read/read'
import { askedAround, firstShowings, putInto } from './first-showings'
import { modulesFor } from './showing'
import { withinAll } from './usage'

const element = (tag: string, fields = '', markup = '<slot></slot>') => `
customElements.define('${tag}', class extends HTMLElement { ${fields}
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = \`${markup}\` } })`
const { contracts } = readLibrary([
  {
    path: 'a.ts',
    text: [
      element('x-tabs'),
      element('x-tab'),
      element('x-menu', 'open = false'),
      element('x-menu-item', 'value!: string'),
      element('x-list', 'items: { label: string; note?: string }[] = []', '<ul></ul>'),
      element('x-line', '', '<hr>'),
    ].join('\n'),
  },
])
const waysOf = (tag: string) =>
  firstShowings(
    contracts.find((contract) => contract.tag === tag)!,
    'Words',
    contracts,
  )

test('the plainest way comes first', () =>
  expect(waysOf('x-tab')[0]).toEqual({ props: {}, slots: { '': { is: 'text', text: 'Words' } } }))

test('a whole is given its parts; modules of what stands in markup are loaded', () => {
  const [, filled] = waysOf('x-tabs')
  expect(filled!.slots['']).toEqual({ is: 'markup', markup: '<x-tab>One</x-tab><x-tab>Two</x-tab>' })
  expect(modulesFor('x-tabs', filled!, (tag) => `/m/${tag}`)).toEqual([
    { tag: 'x-tabs', module: '/m/x-tabs' },
    { tag: 'x-tab', module: '/m/x-tab' },
  ])
})

test('a part stands in its whole, which is open', () => {
  const within = waysOf('x-menu-item').find((usage) => usage.within)!.within!
  expect(within).toEqual([{ tag: 'x-menu', slot: '', usage: { props: { open: true }, slots: {} } }])
  expect(withinAll('x-menu-item', { props: {}, slots: {}, within }).tag).toBe('x-menu')
})

test('what opens is opened, and lists get entries that say something', () => {
  expect(waysOf('x-menu').some(({ props }) => props.open === true)).toBe(true)
  expect(waysOf('x-list').find(({ props }) => props.items)!.props.items).toEqual([
    { label: 'One', note: 'note' },
    { label: 'Two', note: 'note' },
    { label: 'Three', note: 'note' },
  ])
})

test('where nothing is declared to stand in it, something is put there all the same, last', () =>
  expect(waysOf('x-line')).toEqual([
    { props: {}, slots: {} },
    { props: {}, slots: { '': { is: 'text', text: 'Words' } } },
  ]))

test('what a failure names is put around all ways that are left, once', () => {
  const item = contracts.find(({ tag }) => tag === 'x-menu-item')!
  const plain = { props: {}, slots: {} }
  const asked = askedAround(item, plain, 'Error: <x-menu> was not found around x-menu-item', contracts)!
  expect(asked.tag).toBe('x-menu')
  const within = putInto(plain, asked)
  expect(within.within).toHaveLength(1)
  expect(putInto(within, asked)).toBe(within)
  expect(askedAround(item, within, 'Error: <x-menu> was not found', contracts)).toBeUndefined()
})
