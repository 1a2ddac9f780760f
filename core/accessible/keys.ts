import { membersOf, type Contract } from '../contract/contract'
import { nodeTitle } from './difference'
import { keyTitle, patterns } from './patterns'
import type { Told } from './told'

/** One key of a component: what its role's pattern has it do, whether the source asks for it, what came of it. */
export interface KeyRow {
  on: string
  key: string
  asked: string | undefined
  inSource: boolean
  seen: string[]
}

/** The keys that were pressed, as three columns; on what they were pressed comes first. */
export function keyRows(contract: Contract, { pressed }: Pick<Told, 'pressed'>): KeyRow[] {
  const ofSource = new Set(membersOf(contract, 'key').map(({ name }) => name))
  return pressed.map(({ role, name, key, did }) => ({
    on: nodeTitle({ role, name }),
    key: keyTitle(key),
    asked: patterns[role]?.find(({ keys }) => keys.includes(key))?.does,
    inSource: ofSource.has(key),
    seen: did,
  }))
}

/** Keys that the source asks for and that did nothing on anything that has the focus. */
export const unansweredKeys = (contract: Contract, { pressed }: Pick<Told, 'pressed'>): string[] =>
  membersOf(contract, 'key')
    .filter(({ known, name }) => {
      const of = pressed.filter(({ key }) => key === name)
      return known !== 'comment' && of.length > 0 && of.every(({ did }) => did.length === 0)
    })
    .map(({ name }) => keyTitle(name))
