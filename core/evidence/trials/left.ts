import { memberKey, type Contract } from '../../contract/contract'
import { codeNamesOf } from '../code-names'
import { isDoubted, type Evidence } from '../evidence'
import { mostAsked } from '../observation'
import { caseOf, type Steps, type TrialRun } from '../run'

/**
 * A member that changed nothing, but that code decides over or names in a piece that never ran: what that
 * does was not seen, and so it is not said that it does nothing (`core/read/source/pieces.ts`).
 */
export function* notRun(run: TrialRun, evidence: Evidence[], others: readonly Contract[]): Steps<Evidence[]> {
  const namesOf = new Map(run.contract.members.map((member) => [memberKey(member), codeNamesOf(member)]))
  const names = evidence.flatMap(({ mark, member }) => (isDoubted(mark) ? (namesOf.get(member) ?? []) : []))
  if (names.length === 0) return evidence
  const own = filesOf(run.contract)
  const ofOthers = new Set(others.flatMap(filesOf).filter((file) => !own.includes(file)))
  const code = {
    names: names.slice(0, mostAsked),
    own: own.slice(0, mostAsked),
    others: [...ofOthers].slice(0, mostAsked),
  }
  yield* run.look([caseOf('code', run.face, { code })])
  const left = run.of('code')?.left ?? []
  return evidence.map((entry) => {
    const places = placesOf(left, isDoubted(entry.mark) ? (namesOf.get(entry.member) ?? []) : [])
    return places.length === 0
      ? entry
      : {
          ...entry,
          mark: 'not reached',
          says:
            `Nothing that was done with it changed anything, ${run.inAll}, but code that has to do with it ` +
            `never ran: ${places.join(', ')}.`,
        }
  })
}

/** The files a component is made of, and those that its members are declared in. */
const filesOf = ({ files, place, members }: Contract): string[] => [
  ...new Set([...files, place.file, ...members.map((member) => member.place.file)]),
]

/** The places of `name file:line` that are told of one of the names. */
const placesOf = (left: readonly string[], names: readonly string[]): string[] => [
  ...new Set(
    left.flatMap((text) => {
      const at = text.indexOf(' ')
      return names.includes(text.slice(0, at)) ? [text.slice(at + 1)] : []
    }),
  ),
]
