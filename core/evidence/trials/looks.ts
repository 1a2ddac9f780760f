import { withEntry } from '../../code/edit'
import type { Usage } from '../../code/usage'
import type { CustomProperty } from '../../contract/custom-property'
import { membersOf } from '../../contract/contract'
import type { Slot } from '../../contract/slot'
import type { State } from '../../contract/state'
import { holdableStates } from '../../style/held'
import type { Evidence } from '../evidence'
import type { Case } from '../observation'
import { caseId, caseOf, evidenceFor, looks, restId, type Steps, type TrialRun } from '../run'
import { fillingSample, styleSamples } from '../samples'

/** A kind of member that shows by looking otherwise: what is compared, and how it is told. */
interface LookingOtherwise<M> {
  /** A case without the member, and others with it, in one condition. */
  cases(member: M, usage: Usage, c: number): [without: Case, ...with_: Case[]]
  seen: string
  /** What is said of one that never looked otherwise. */
  dull(member: M, run: TrialRun): Evidence
}

/** Tries members in one condition after the other until they look otherwise. */
function* tryLooks<M extends Slot | CustomProperty | State>(
  run: TrialRun,
  members: readonly M[],
  { cases, seen, dull }: LookingOtherwise<M>,
): Steps<Evidence[]> {
  const found = new Map<M, Evidence>()
  for (let c = 0; c < run.conditions.length && found.size < members.length; c++) {
    const open = members.filter((member) => !found.has(member))
    const asked = new Map(open.map((member) => [member, cases(member, run.conditions[c]!.usage, c)]))
    yield* run.look([...asked.values()].flat())
    for (const member of open) {
      const [without, ...others] = asked.get(member)!
      const before = run.of(without.id)
      const other = others.find(({ id }) => {
        const after = run.of(id)
        return before && after && looks(before) !== looks(after)
      })
      if (other)
        found.set(
          member,
          evidenceFor(member, 'seen', `${seen}${run.in(c)}.`, { between: [without.usage, other.usage] }),
        )
    }
  }
  return members.map((member) => found.get(member) ?? dull(member, run))
}

export const trySlots = (run: TrialRun): Steps<Evidence[]> =>
  tryLooks(
    run,
    membersOf(run.contract, 'slot').filter((slot) => slot.known !== 'comment'),
    {
      cases: ({ name }, usage, c) => [
        caseOf(caseId('slot', name, c, 'empty'), withEntry(usage, 'slots', name, undefined)),
        caseOf(caseId('slot', name, c, 'filled'), {
          ...usage,
          slots: { ...usage.slots, [name]: fillingSample },
        }),
      ],
      seen: 'What fills it is shown',
      dull: (slot) =>
        run.all.some(({ slots }) => slots.includes(slot.name))
          ? evidenceFor(slot, 'no effect', `Nothing changed when it was filled, ${run.inAll}.`)
          : evidenceFor(slot, 'not found', `No slot of that name was there, ${run.inAll}.`),
    },
  )

export const tryCustomProperties = (run: TrialRun): Steps<Evidence[]> =>
  tryLooks(
    run,
    membersOf(run.contract, 'custom-property').filter((property) => property.known !== 'comment'),
    {
      cases: ({ name }, usage, c) => [
        caseOf(restId(c), usage),
        ...styleSamples.map((value, i) =>
          caseOf(caseId('style', name, c, i), usage, { sets: { [name]: value } }),
        ),
      ],
      seen: 'Setting it changed the looks',
      dull: (property) =>
        evidenceFor(property, 'no effect', `Nothing changed when it was set, ${run.inAll}.`),
    },
  )

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
      seen: 'It looks otherwise in it',
      dull: (state) =>
        // sheets that many components share ask for states that some of them cannot be in
        state.by === 'browser'
          ? evidenceFor(state, 'not tried', 'Nothing in it was found that can be in that state.')
          : evidenceFor(state, 'no effect', `Nothing changed when it was held in it, ${run.inAll}.`),
    },
  )
