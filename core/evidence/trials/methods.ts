import { membersOf } from '../../contract/contract'
import type { Method } from '../../contract/method'
import { languageOf } from '../../languages/languages'
import type { Evidence } from '../evidence'
import type { Case, Observation } from '../observation'
import { caseId, caseOf, evidenceFor, looks, type Steps, type TrialRun } from '../run'
import { samplesOf } from '../samples'

/**
 * Calls each method in every condition, at rest and after use, beside the same without the call. A method may
 * want another moment than these: that it did nothing is not held against it.
 */
export function* tryMethods(run: TrialRun): Steps<Evidence[]> {
  const methods = membersOf(run.contract, 'method').filter((method) => method.known !== 'comment')
  if (!languageOf(run.contract).callsMethods)
    return methods.map((method) =>
      evidenceFor(method, 'not tried', 'Components of this kind let nobody call them.'),
    )
  const callable = methods.filter((method) => valuesFor(method) !== undefined)
  const seen = new Map<Method, Evidence>()
  const failed = new Map<Method, string>()
  for (const before of [[], run.acts])
    for (let c = 0; c < run.conditions.length && seen.size < callable.length; c++) {
      const open = callable.filter((method) => !seen.has(method))
      yield* callAll(run, open, before, c, seen, failed)
    }
  return methods.map(
    (method) =>
      seen.get(method) ??
      (method.idle
        ? evidenceFor(method, 'no effect', 'Called at rest and after use, it did nothing: its body is empty.')
        : evidenceFor(method, 'not tried', whyNot(method, failed.get(method)))),
  )
}

/**
 * Values to call a method with: one of each kind of what it takes; `undefined` where one that it needs cannot
 * be made up.
 */
function valuesFor({ takes }: Method): unknown[] | undefined {
  const values: unknown[] = []
  for (const taken of takes) {
    const [value] = samplesOf(taken.type)
    if (value === undefined) return taken.optional ? values : undefined
    values.push(value)
  }
  return values
}

function* callAll(
  run: TrialRun,
  methods: readonly Method[],
  before: Case['acts'],
  c: number,
  seen: Map<Method, Evidence>,
  failed: Map<Method, string>,
): Steps<void> {
  const { usage } = run.conditions[c]!
  const uncalled = caseId('uncalled', c, before.length)
  const id = ({ name }: Method) => caseId('call', name, c, before.length)
  const call = (method: Method) => ({ call: method.name, values: valuesFor(method)! })
  yield* run.look([
    ...methods.map((method) => caseOf(id(method), usage, { acts: [...before, call(method)] })),
    caseOf(uncalled, usage, { acts: before }),
  ])
  const base = run.of(uncalled)
  for (const method of methods) {
    const called = run.of(id(method))
    if (called?.failed) failed.set(method, called.failed)
    if (!base || !called || called.failed || run.tell(called) === run.tell(base)) continue
    const says = `${sayCalled(called, base)}${before.length ? ', after use' : ''}${run.in(c)}.`
    seen.set(method, evidenceFor(method, 'seen', says))
  }
}

function sayCalled(called: Observation, base: Observation): string {
  if (looks(called) !== looks(base)) return 'Called, it changed what is shown'
  if (called.fired.length > base.fired.length) return 'Called, it fired an event'
  return Object.keys(called.values).some((name) => name.startsWith(' answered'))
    ? 'Called, it answered'
    : 'Called, it changed what can be told of it'
}

function whyNot(method: Method, failed: string | undefined): string {
  if (!valuesFor(method)) return 'It takes something that cannot be made up here.'
  return failed === undefined
    ? 'Called at rest and after use, it changed nothing that can be told; it may want another moment.'
    : `Called, it failed: ${failed}`
}
