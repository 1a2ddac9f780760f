import type { Usage } from '../code/usage'
import { membersOf, type Contract, type MemberKind } from '../contract/contract'
import { conditionsOf } from './conditions'
import type { Evidence } from './evidence'
import {
  caseOf,
  evidenceFor,
  keyId,
  looks,
  restId,
  tellerOf,
  TrialRun,
  usedId,
  type MemberTrial,
  type Steps,
} from './run'
import { notReached, tryCustomProperties, trySlots, tryStates } from './trials/looks'
import { meetEvents, meetKeys, meetParts } from './trials/met'
import { tryMethods } from './trials/methods'
import { tryProps } from './trials/props'

/**
 * How each kind of member is tried, in this order: what is met while others are tried comes after them.
 * Nothing can be seen of what is only handed on.
 */
const trials: Record<MemberKind, MemberTrial | undefined> = {
  prop: tryProps,
  slot: trySlots,
  state: tryStates,
  method: tryMethods,
  'custom-property': tryCustomProperties,
  part: meetParts,
  event: meetEvents,
  key: meetKeys,
  'pass-through': undefined,
}

/** What a trial may ask: contracts of other components of the library, and whether time is over. */
interface TrialNeeds {
  contractOf?: (tag: string) => Contract | undefined
  isLate?: () => boolean
}

/**
 * Tries every member of a component. Asks for cases to be looked at, round by round, and says in the end
 * what was seen of each: it yields the cases of a round and is given what was seen of them.
 * “No effect” is said only of what was tried in every condition there is; `isLate` says that time is over.
 */
export function* trial(
  contract: Contract,
  face: Usage,
  { contractOf, isLate }: TrialNeeds = {},
): Steps<Evidence[]> {
  const keys = membersOf(contract, 'key')
    .filter((key) => key.known !== 'comment')
    .map(({ name }) => name)
  const acts = ['use' as const, ...keys.map((key) => ({ key }))]
  const run = new TrialRun(contract, face, conditionsOf(contract, face, contractOf), acts, isLate)
  const why = yield* lookAtAll(run, keys)
  if (why !== undefined)
    return contract.members
      .filter((member) => member.known !== 'comment')
      .map((member) => evidenceFor(member, 'not tried', why))
  const evidence: Evidence[] = []
  for (const tryMembers of Object.values(trials)) if (tryMembers) evidence.push(...(yield* tryMembers(run)))
  const told = notReached(run, evidence)
  return run.isCut ? told.map(withoutVerdict) : told
}

/** Of what was not tried in every way it is not said that it does nothing. */
const withoutVerdict = (entry: Evidence): Evidence =>
  entry.mark === 'seen'
    ? entry
    : { member: entry.member, mark: 'not tried', says: 'There was no time to try it in all ways.' }

/**
 * Looks at the component in each condition, at rest, in use, and at each key; and twice as on the shelf, at
 * rest and in use. Returns why nothing can be told of it, or nothing where something can.
 */
function* lookAtAll(run: TrialRun, keys: readonly string[]): Steps<string | undefined> {
  yield* run.look([
    caseOf('again', run.face),
    caseOf('used again', run.face, { acts: run.acts }),
    ...run.conditions.flatMap(({ usage }, c) => [
      caseOf(restId(c), usage),
      caseOf(usedId(c), usage, { acts: run.acts }),
      ...keys.map((key) => caseOf(keyId(key, c), usage, { acts: [{ key }] })),
    ]),
  ])
  const [first, again] = [run.of(restId(0)), run.of('again')]
  if (!first || !again) return 'It was not looked at.'
  if (first.failed) return `It did not render as on the shelf: ${first.failed}`
  if (looks(first) !== looks(again))
    return 'It looks otherwise each time it is made, so nothing can be told of one difference.'
  const [used, usedAgain] = [run.of(usedId(0)), run.of('used again')]
  if (used?.moments !== usedAgain?.moments) run.leaveOutMoments()
  run.tell = tellerOf([[first, again], ...(used && usedAgain ? [[used, usedAgain] as const] : [])])
  return undefined
}
