import { membersOf } from '../../contract/contract'
import type { Evidence } from '../evidence'
import { evidenceFor, keyId, restId, type Steps, type TrialRun } from '../run'

// Parts, events and keys are met while the other members are tried: nothing more is looked at for them.

export function* meetParts(run: TrialRun): Steps<Evidence[]> {
  return membersOf(run.contract, 'part').map((part) =>
    run.all.some(({ parts }) => parts.includes(part.name))
      ? evidenceFor(part, 'seen', 'An element carries it.')
      : evidenceFor(part, 'not found', `No element carried it, ${run.inAll}, at rest and in use.`),
  )
}

export function* meetEvents(run: TrialRun): Steps<Evidence[]> {
  const fired = new Set(run.all.flatMap((seen) => seen.fired.map((text) => text.split(' ')[0]!)))
  return membersOf(run.contract, 'event')
    .filter((event) => event.known !== 'comment')
    .map((event) =>
      fired.has(event.name)
        ? evidenceFor(event, 'seen', 'It was fired when the component was used.')
        : event.unfired
          ? evidenceFor(event, 'not found', 'It is declared, and nothing in the code fires it.')
          : evidenceFor(event, 'not tried', 'None of the acts we know made it fire.'),
    )
}

export function* meetKeys(run: TrialRun): Steps<Evidence[]> {
  const isAnswered = (name: string, c: number): boolean => {
    const [rest, pressed] = [run.of(restId(c)), run.of(keyId(name, c))]
    if (!rest || !pressed) return false
    return pressed.answered.includes(name) || pressed.fired.length > 0 || run.tell(rest) !== run.tell(pressed)
  }
  return membersOf(run.contract, 'key')
    .filter((key) => key.known !== 'comment')
    .map((key) => {
      const at = run.conditions.findIndex((_condition, c) => isAnswered(key.name, c))
      return at >= 0
        ? evidenceFor(key, 'seen', `It was answered${run.in(at)}.`)
        : evidenceFor(
            key,
            'not tried',
            'Pressed on what answers first, it did nothing; it may want another place.',
          )
    })
}
