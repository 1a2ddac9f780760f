import { memberKey, memberTitle } from '../contract/contract'
import type { Evidence } from '../evidence/evidence'
import { readLibrary } from '../read/read'
import { isLedgerFilter, Ledger, ledgerFilters, type LedgerFilter } from './ledger'

const read = (body: string) =>
  readLibrary([
    {
      path: 'gauge.ts',
      text: `/** A gauge.
 * @fires rising - never dispatched
 */
class Gauge extends HTMLElement {
  ${body}
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML =
    '<style>:host(:hover) { color: var(--tide-ink); border-color: var(--gauge-edge) }</style><slot></slot>' }
}
customElements.define('x-gauge', Gauge)`,
    },
  ]).contracts[0]!
const contract = read(`/** @deprecated use level */ height = 1
  /** How high the water stands. */ level = 2`)
const tokens = new Set(['--tide-ink'])
const words = [
  { member: 'prop:height', text: 'Feet.', facts: 'string' },
  { member: 'prop:depth', text: 'Of the harbour.', facts: null },
]
const evidence = new Map<string, Evidence>([
  ['prop:level', { member: 'prop:level', mark: 'seen', says: 'It was drawn otherwise.' }],
  ['slot:', { member: 'slot:', mark: 'no effect', says: 'Nothing changed.' }],
])
const ledger = new Ledger({
  contract,
  words,
  tokens,
  evidence,
  since: { version: '1.0.0', contract: read('level = 2; range = 9') },
})
const shown = (filter: LedgerFilter) =>
  ledger.sections(filter).flatMap(({ kind, rows }) => rows.map((member) => `${kind} ${memberTitle(member)}`))

test('rows are the members, without tokens and states of the browser, which stand apart', () => {
  expect(shown('all')).toEqual([
    'prop height',
    'prop level',
    'slot default',
    'event rising',
    'custom-property --gauge-edge',
  ])
  expect(ledger.tokens.map(({ name }) => name)).toEqual(['--tide-ink'])
  expect(ledger.browserStates.map(({ name }) => name)).toEqual(['hover'])
})

test.each<[LedgerFilter, string[]]>([
  ['wordless', ['slot default', 'custom-property --gauge-edge']],
  ['changed', ['prop height']],
  ['since', ['prop height']],
  ['differs', ['event rising']],
  ['unseen', ['prop height', 'slot default', 'event rising', 'custom-property --gauge-edge']],
  ['dress', ['slot default', 'custom-property --gauge-edge']],
  ['deprecated', ['prop height']],
])('%s', (filter, expected) => {
  expect(shown(filter)).toEqual(expected)
  expect(ledger.count(filter)).toBe(expected.length)
})

test('marks: what a browser showed, what only a comment says, what nobody tried', () => {
  const marks = Object.fromEntries(
    contract.members.map((member) => [memberKey(member), ledger.markOf(member)]),
  )
  expect(marks).toMatchObject({
    'prop:level': 'seen',
    'prop:height': 'not tried',
    'slot:': 'no effect',
    'event:rising': 'not found',
  })
  expect(ledger.countsOf(contract.members)).toMatchObject({ dull: 1, notFound: 1 })
})

test('what is gone since the newest version, and words whose member is no more', () => {
  expect(ledger.gone.map(({ member }) => member.name)).toEqual(['range'])
  expect(ledger.aside.map(({ words: kept }) => kept.member)).toEqual(['prop:depth'])
})

test('every member of a component that is in no version yet is new', () => {
  const fresh = new Ledger({ contract, words: [], tokens, since: { version: '1.0.0', contract: null } })
  expect(contract.members.every((member) => fresh.changeOf(member) === 'new')).toBe(true)
})

test('only filters there are are filters', () =>
  expect(['all', 'toString', 'nothing'].map(isLedgerFilter)).toEqual([true, false, false]))
test('every filter has words', () =>
  expect(Object.values(ledgerFilters).every((title) => title.length > 5)).toBe(true))
