import type { Usage } from '../code/usage'
import { memberKey, membersOf, type Contract, type MemberKind } from '../contract/contract'
import { ruledOut, type NeverTogether } from '../variants/combination'
import { conditionsOf, type Condition } from './conditions'
import { isDoubted, type Evidence, type EvidenceMark } from './evidence'
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
import { notRun } from './trials/left'
import { meetEvents, meetKeys, meetParts } from './trials/met'
import { tryMethods } from './trials/methods'
import { tryProps } from './trials/props'
import { tryVariants } from './trials/variants'

/**
 * How each kind of member is tried, in this order: what is met while others are tried comes after them.
 * Nothing can be seen of what is only handed on.
 */
const trials: Record<MemberKind, MemberTrial | undefined> = {
  prop: tryProps,
  variant: tryVariants,
  slot: trySlots,
  state: tryStates,
  method: tryMethods,
  'custom-property': tryCustomProperties,
  part: meetParts,
  event: meetEvents,
  key: meetKeys,
  'pass-through': undefined,
}

/** What a trial may ask: the contracts of the library, whether time is over, and what must not be used. */
interface TrialNeeds {
  others?: readonly Contract[]
  isLate?: () => boolean
  /** What must not be used together: nothing is told of how that looks. */
  never?: readonly NeverTogether[]
  /** The members that are tried, by their keys; all of them where nothing is said. */
  only?: ReadonlySet<string>
}

/**
 * Tries every member of a component. Asks for cases to be looked at, round by round, and says in the end
 * what was seen of each: it yields the cases of a round and is given what was seen of them.
 * “No effect” is said only of what was tried in every condition there is; `isLate` says that time is over.
 */
export function* trial(
  contract: Contract,
  face: Usage,
  { others, isLate, never = [], only }: TrialNeeds = {},
): Steps<Evidence[]> {
  const keys = membersOf(contract, 'key')
    .filter((key) => key.known !== 'comment')
    .map(({ name }) => name)
  const acts = ['use' as const, ...keys.map((key) => ({ key }))]
  /** The first is how it stands on the shelf, whatever that is. */
  const allowed = (conditions: Condition[]) =>
    conditions.filter(({ usage }, c) => c === 0 || ruledOut(contract, usage, never).length === 0)
  const tried = only ? withOnly(contract, only) : contract
  const runFrom = (usage: Usage) =>
    new TrialRun(tried, usage, allowed(conditionsOf(contract, usage, others)), acts, isLate, never)
  let run = runFrom(face)
  let why = yield* lookAtAll(run, keys)
  const around = run.of(restId(0))?.failed === undefined ? undefined : rightIn(run)
  if (around) {
    run = runFrom(around)
    why = yield* lookAtAll(run, keys)
  }
  if (why === otherwiseEachTime || !run.hasSteadyMoments) {
    run.holdChance()
    why = yield* lookAtAll(run, keys)
  }
  if (why !== undefined)
    return tried.members
      .filter((member) => member.known !== 'comment')
      .map((member) => evidenceFor(member, 'not tried', why))
  const evidence: Evidence[] = []
  for (const tryMembers of Object.values(trials)) if (tryMembers) evidence.push(...(yield* tryMembers(run)))
  const told = yield* notRun(run, notReached(run, evidence), others ?? [])
  if (run.isCut) return told.map((entry) => withoutVerdict(entry, noTime))
  return run.hasSteadyMoments
    ? told
    : told.map((entry) => withoutVerdict(entry, otherwiseInUse, ['no effect']))
}

/** A contract with some of its members alone, and whatever they are compared with. */
const withOnly = (contract: Contract, only: ReadonlySet<string>): Contract => {
  const axes = new Set(
    membersOf(contract, 'variant').flatMap((variant) => (only.has(memberKey(variant)) ? [variant.axis] : [])),
  )
  return {
    ...contract,
    members: contract.members.filter(
      (member) => only.has(memberKey(member)) || (member.kind === 'variant' && axes.has(member.axis)),
    ),
  }
}

/** Evidence in which a member that showed nothing is believed to have shown what was seen of it at another time. */
export function withSecondLook(evidence: readonly Evidence[], second: readonly Evidence[]): Evidence[] {
  const seen = new Map(second.flatMap((entry) => (entry.mark === 'seen' ? [[entry.member, entry]] : [])))
  return evidence.map((entry) => (isDoubted(entry.mark) ? (seen.get(entry.member) ?? entry) : entry))
}

/** How a component is shown that fails alone, and not in what it is a part of. */
const rightIn = (run: TrialRun): Usage | undefined =>
  run.conditions.find(
    ({ usage }, c) => usage.within?.length && run.of(restId(c)) && run.of(restId(c))?.failed === undefined,
  )?.usage

/** Of what was not tried in every way it is not said that it does nothing. */
const withoutVerdict = (entry: Evidence, says: string, marks?: readonly EvidenceMark[]): Evidence =>
  entry.mark !== 'seen' && (marks?.includes(entry.mark) ?? true)
    ? { member: entry.member, mark: 'not tried', says }
    : entry

const noTime = 'There was no time to try it in all ways.'
const otherwiseInUse =
  'Nothing changed at rest; in use it goes otherwise each time, so that nothing can be told of one difference.'
const otherwiseEachTime =
  'It looks otherwise each time it is made, though chance and the time of day are held, so nothing can be ' +
  'told of one difference.'

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
  if (looks(first) !== looks(again)) return otherwiseEachTime
  const [used, usedAgain] = [run.of(usedId(0)), run.of('used again')]
  if (used?.moments !== usedAgain?.moments) run.leaveOutMoments()
  run.tell = tellerOf([[first, again], ...(used && usedAgain ? [[used, usedAgain] as const] : [])])
  return undefined
}
