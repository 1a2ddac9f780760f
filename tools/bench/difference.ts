import { readFileSync } from 'node:fs'
import { readLibrary } from '~~/core/read/read'
import { differenceOf } from '~~/core/release/rules/rules'
import type { SideInput } from '~~/core/release/sides'
import { parseTokenDocument } from '~~/core/tokens/document'
import type { Contract } from '~~/core/contract/contract'
import { median, terns, time } from './terns'

/**
 * What it takes to weigh how five hundred components with their tokens differ from what they were, where every
 * fifth has another type, another default and a member less; beside printing and parsing both sides alone.
 */
const contracts = readLibrary(terns(32)).contracts.slice(0, 500)
const document = (name: string) => {
  const parsed = parseTokenDocument(readFileSync(`demo/tern/tokens/${name}.json`, 'utf8'), name)
  if (!parsed.ok) throw new Error(parsed.problems[0]!.what)
  return parsed.value
}
const themes = ['daywatch', 'nightwatch'].map((name, i) => ({
  name,
  title: name,
  on: i === 0 ? null : 'daywatch',
  document: document(name),
}))

/** A component as it was: one prop more, and its props of other types and defaults. */
const before = (contract: Contract): Contract => ({
  ...contract,
  members: contract.members.flatMap((member) => {
    if (member.kind !== 'prop') return [member]
    const was = { ...member, type: { is: 'number' as const }, default: '7' }
    return [was, { ...was, name: `${member.name}Once` }]
  }),
})
const side = (given: Contract[]): SideInput => ({
  contracts: given,
  accessible: {},
  themes,
  package: {},
  languages: [],
  icons: [],
  tagPrefix: 'tern-',
})
const [then, now] = [
  side(contracts.map((contract, i) => (i % 5 ? contract : before(contract)))),
  side(contracts),
]
const comparing = { prefix: 'tern', packageName: '@marram/tern', weighing: {} }

const weighed: number[] = []
const printed: number[] = []
let changes = 0
for (let i = 0; i < 9; i++) {
  weighed.push(
    time(() => {
      changes = differenceOf(then, now, comparing).length
    }),
  )
  printed.push(time(() => [then, now].map((given) => JSON.parse(JSON.stringify(given)) as unknown)))
}
process.stdout.write(
  JSON.stringify({
    weighed: median(weighed),
    printed: median(printed),
    changes,
    components: contracts.length,
  }),
)
