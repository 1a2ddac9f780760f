import { withEntry } from '../../code/edit'
import type { Filling, Usage } from '../../code/usage'
import type { CustomProperty } from '../../contract/custom-property'
import { memberKey, membersOf, type Contract } from '../../contract/contract'
import type { Slot } from '../../contract/slot'
import type { State } from '../../contract/state'
import { holdableStates } from '../../style/held'
import { mostCompanions } from '../conditions'
import type { Evidence } from '../evidence'
import type { Case } from '../observation'
import { caseId, caseOf, evidenceFor, looks, restId, type Steps, type TrialRun } from '../run'
import { fillingSample, styleSamples } from '../samples'
import { heldWays, usedWay, wideWay, type Way } from '../ways'

/** A kind of member that shows by looking otherwise: what is compared, and how it is told. */
interface LookingOtherwise<M> {
  /** A case without the member, and others with it, in one condition. */
  cases(member: M, usage: Usage, c: number): [without: Case, ...with_: Case[]]
  /** The same for several members at once, for kinds of which a component may have very many. */
  together?(members: readonly M[], usage: Usage, id: string): [without: Case, ...with_: Case[]]
  /** What is done besides, one after the other, where that is not enough; in all conditions, or in a few. */
  ways: readonly { way: Way; most?: number }[]
  seen: string
  /** What is said of one that never looked otherwise. */
  dull(member: M, run: TrialRun): Evidence
}

/** Conditions in which a member is tried in the ways that cost more. */
const mostCostly = 3
const costly = (way: Way) => ({ way, most: mostCostly })
/** Members that are tried one by one where together they do something. */
const fewMembers = 6
/** Members of which one case after the other is looked at. */
const manyMembers = 24
const inWay = (cases: readonly Case[], way: Way | undefined): Case[] =>
  cases.map((trialCase) =>
    way ? { ...trialCase, ...way.more, id: caseId(trialCase.id, way.id) } : trialCase,
  )

/** Tries members in one condition after the other until they look otherwise. */
function* tryLooks<M extends Slot | CustomProperty | State>(
  run: TrialRun,
  members: readonly M[],
  { cases, together, ways, seen, dull }: LookingOtherwise<M>,
): Steps<Evidence[]> {
  const found = new Map<M, Evidence>()
  for (const { way, most = run.conditions.length } of [{ way: undefined }, ...ways])
    for (let c = 0; c < Math.min(most, run.conditions.length) && found.size < members.length; c++) {
      const left = members.filter((member) => !found.has(member))
      const isFirst = way === undefined && c === 0
      const open =
        together && !isFirst
          ? yield* mayLookOtherwise(run, left, (group, id) =>
              inWay(together(group, run.conditions[c]!.usage, caseId(id, c)), way),
            )
          : left
      const asked = new Map(
        open.map((member) => [member, inWay(cases(member, run.conditions[c]!.usage, c), way)]),
      )
      const apart = yield* lookInTurn(run, asked)
      const isSure = yield* run.areApartTwice(apart)
      const says = `${seen}${way?.says ?? ''}${run.in(c)}.`
      for (const [i, { member, cases: between }] of apart.entries())
        if (isSure[i])
          found.set(
            member,
            evidenceFor(member, 'seen', says, { between: [between[0].usage, between[1].usage] }),
          )
    }
  return members.map((member) => found.get(member) ?? dull(member, run))
}

/**
 * Looks at one case after the other of each member, until one looks otherwise than without the member: most
 * of those that do something do so with the first.
 */
function* lookInTurn<M>(run: TrialRun, asked: ReadonlyMap<M, readonly Case[]>) {
  const apart: { member: M; cases: readonly [Case, Case]; tell: typeof looks }[] = []
  let left = [...asked]
  for (let at = 1; left.length > 0; at++) {
    left = left.filter(([, cases]) => cases.length > at)
    // of few it costs less to look at all at once than to wait for each
    const to = left.length > manyMembers ? at + 1 : Infinity
    yield* run.look(left.flatMap(([, cases]) => [cases[0]!, ...cases.slice(at, to)]))
    left = left.filter(([member, cases]) => {
      const [before, after] = [run.of(cases[0]!.id), run.of(cases[at]!.id)]
      if (!before || !after || looks(before) === looks(after)) return true
      apart.push({ member, cases: [cases[0]!, cases[at]!], tell: looks })
      return false
    })
  }
  return apart
}

/**
 * Those of many members that may do something: where all of them at once change nothing, none is tried alone;
 * where they do, each half of them is asked again.
 */
function* mayLookOtherwise<M>(
  run: TrialRun,
  members: readonly M[],
  together: (group: readonly M[], id: string) => Case[],
  id = 'all',
): Steps<readonly M[]> {
  if (members.length <= 1) return members
  const [without, ...others] = together(members, id)
  yield* run.look([without!, ...others])
  const before = run.of(without!.id)
  const isOther = others.some((other) => {
    const after = run.of(other.id)
    return !before || !after || looks(before) !== looks(after)
  })
  if (!isOther) return []
  if (members.length <= fewMembers) return members
  const half = members.length >> 1
  return [
    ...(yield* mayLookOtherwise(run, members.slice(0, half), together, `${id}0`)),
    ...(yield* mayLookOtherwise(run, members.slice(half), together, `${id}1`)),
  ]
}

/** What a slot is filled with: some text, then what the component itself looks for. */
const fillingsFor = ({ companions = [] }: Contract): Filling[] => [
  fillingSample,
  ...companions
    .slice(0, mostCompanions)
    .map((tag): Filling => ({ is: 'component', tag, usage: { props: {}, slots: {} } })),
]

/**
 * A custom state that nothing brought about looks as it does by being held alone: that is no evidence of it.
 */
export function notReached(run: TrialRun, evidence: readonly Evidence[]): Evidence[] {
  const reached = new Set(run.all.flatMap(({ states }) => states))
  const custom = new Set(
    membersOf(run.contract, 'state')
      .filter(({ by, name }) => by === 'custom' && !reached.has(name))
      .map((state) => memberKey(state)),
  )
  return evidence.map((entry) =>
    entry.mark === 'seen' && custom.has(entry.member)
      ? {
          ...entry,
          mark: 'not reached',
          says: `It looks otherwise held in it, but nothing that was done brought it about, ${run.inAll}.`,
        }
      : entry,
  )
}

export const trySlots = (run: TrialRun): Steps<Evidence[]> =>
  tryLooks(
    run,
    membersOf(run.contract, 'slot').filter((slot) => slot.known !== 'comment'),
    {
      cases: ({ name }, usage, c) => [
        caseOf(caseId('slot', name, c, 'empty'), withEntry(usage, 'slots', name, undefined)),
        ...fillingsFor(run.contract).map((filling, i) =>
          caseOf(caseId('slot', name, c, 'filled', i), {
            ...usage,
            slots: { ...usage.slots, [name]: filling },
          }),
        ),
      ],
      // many a slot is there only in use, and in one condition
      ways: [{ way: usedWay(run) }, ...heldWays(run).map(costly)],
      seen: 'What fills it is shown',
      dull: (slot) =>
        run.all.some(({ slots }) => slots.includes(slot.name))
          ? evidenceFor(slot, 'no effect', `Nothing changed when it was filled, ${run.inAll}.`)
          : evidenceFor(slot, 'not found', `No slot of that name was there, ${run.inAll}.`),
    },
  )

/** Custom properties, through values of many kinds. */
export function* tryCustomProperties(run: TrialRun): Steps<Evidence[]> {
  const evidence = yield* tryLooks(
    run,
    membersOf(run.contract, 'custom-property').filter((property) => property.known !== 'comment'),
    {
      cases: ({ name }, usage, c) => [
        caseOf(restId(c), usage),
        ...styleSamples.map((value, i) =>
          caseOf(caseId('style', name, c, i), usage, { sets: { [name]: value } }),
        ),
      ],
      together: (properties, usage, id) => [
        caseOf(caseId('style', id, 'none'), usage),
        ...styleSamples.map((value, i) =>
          caseOf(caseId('style', id, i), usage, {
            sets: Object.fromEntries(properties.map(({ name }) => [name, value])),
          }),
        ),
      ],
      ways: [usedWay(run), ...heldWays(run), wideWay].map(costly),
      seen: 'Setting it changed the looks',
      dull: (property) =>
        evidenceFor(property, 'no effect', `Nothing changed when it was set, ${run.inAll}.`),
    },
  )
  return yield* notWorn(run, evidence)
}

/**
 * A custom property that changed nothing, but that a rule reads which is for something in the component: in a
 * state that was not reached, under a condition, or under a stronger rule.
 */
function* notWorn(run: TrialRun, evidence: readonly Evidence[]): Steps<Evidence[]> {
  const wears = evidence
    .filter(({ mark }) => mark === 'no effect')
    .map(({ member }) => member.slice('custom-property:'.length))
  const cases = wears.length
    ? run.conditions.map(({ usage }, c) => caseOf(caseId('wears', c), usage, { wears }))
    : []
  yield* run.look(cases)
  const worn = new Set(cases.flatMap(({ id }) => run.of(id)?.worn ?? []))
  return evidence.map((entry) =>
    entry.mark === 'no effect' && worn.has(entry.member.slice('custom-property:'.length))
      ? {
          ...entry,
          mark: 'not reached',
          says: `A rule for something in it reads it, but in a state or under a condition that was not met, or beside a stronger rule, ${run.inAll}.`,
        }
      : entry,
  )
}

export const tryStates = (run: TrialRun): Steps<Evidence[]> =>
  tryLooks(
    run,
    membersOf(run.contract, 'state').filter(
      (state) => state.known !== 'comment' && (state.by === 'custom' || holdableStates.has(state.name)),
    ),
    {
      cases: ({ name }, usage, c) => [
        caseOf(restId(c), usage),
        caseOf(caseId('state', name, c), usage, { held: [name] }),
      ],
      ways: [],
      seen: 'It looks otherwise in it',
      dull: (state) =>
        // sheets that many components share ask for states that some of them cannot be in
        state.by === 'browser'
          ? evidenceFor(state, 'not tried', 'Nothing in it was found that can be in that state.')
          : evidenceFor(state, 'no effect', `Nothing changed when it was held in it, ${run.inAll}.`),
    },
  )
