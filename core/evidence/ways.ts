import { membersOf } from '../contract/contract'
import { holdableStates } from '../style/held'
import type { Case } from './observation'
import type { TrialRun } from './run'

/** Something that is done to a component beside setting what is tried: some effects are seen only then. */
export interface Way {
  /** A name for cases. */
  id: string
  /** After a sentence: `, while it is held in hover`. */
  says: string
  more: Partial<Case>
  /** What is tried is set once the component stands there, and not before. */
  isLater?: boolean
}

/** States that are held at most: a sheet may ask for many. */
const mostHeld = 6

/** In the states that its sheets ask for, one after the other. */
export const heldWays = ({ contract }: TrialRun): Way[] =>
  membersOf(contract, 'state')
    .filter(({ name, by, known }) => known !== 'comment' && (by === 'custom' || holdableStates.has(name)))
    .slice(0, mostHeld)
    .map(({ name }) => ({
      id: `held ${name}`,
      says: `, held in ${name}`,
      more: { held: [name], everywhere: true },
    }))

/** In a window as wide as rules may ask for. */
export const wideWay: Way = { id: 'wide', says: ', in a wide window', more: { wide: true } }

export const usedWay = ({ acts }: TrialRun): Way => ({
  id: 'used',
  says: ' when it was used',
  more: { acts },
})

/** Pointed at while time goes by: much that goes on by itself stops then. */
export const lingerWay: Way = {
  id: 'linger',
  says: ', while it is pointed at',
  more: { acts: ['linger'] },
}

/** Set on what stands there already: some look at a prop only then. */
export const laterWay: Way = { id: 'later', says: ', set once it stands there', more: {}, isLater: true }

/** By itself in its page, which it may change, and after a while. */
export const aloneWay: Way = { id: 'alone', says: ', in its page or after a while', more: { alone: true } }
