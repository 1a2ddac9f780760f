import { membersOf, type Contract } from '../contract/contract'
import { holdableStates } from './held'

/** States that any component may be looked at in, whether its styles ask for them or not. */
const always = ['hover', 'focus-visible', 'active']

/** A state that a component can be held in; `note` says what is special about it. */
export interface StateToHold {
  name: string
  note?: string
}

/** The states a component can be held in: those of every component, those its styles ask for, its own. */
export function statesToHold(contract: Contract): StateToHold[] {
  const read = membersOf(contract, 'state').filter(({ known }) => known !== 'comment')
  const ofBrowser = read.filter(({ by, name }) => by === 'browser' && holdableStates.has(name))
  const asked = new Set(ofBrowser.map(({ name }) => name))
  return [
    ...always.map((name) => (asked.has(name) ? { name } : { name, note: 'no style asks for it' })),
    ...ofBrowser.filter(({ name }) => !always.includes(name)).map(({ name }) => ({ name })),
    ...read.filter(({ by }) => by === 'custom').map(({ name }) => ({ name, note: 'its own' })),
  ]
}
