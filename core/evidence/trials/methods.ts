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
  for (const before of beforeCalls(run, callable))
    for (let c = 0; c < Math.min(before.most, run.conditions.length) && seen.size < callable.length; c++) {
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

/** What is done before methods are called, in how many conditions, and how that is said. */
interface BeforeCall {
  id: string
  acts: Case['acts']
  says: string
  most: number
}
/** Methods that are called before another, which may want what they bring about: one opens what one closes. */
const mostBefore = 8
const beforeCalls = (run: TrialRun, methods: readonly Method[]): BeforeCall[] => [
  { id: 'rest', acts: [], says: '', most: Infinity },
  { id: 'use', acts: run.acts, says: ', after use', most: Infinity },
  ...methods.slice(0, mostBefore).map((method) => ({
    id: `after ${method.name}`,
    acts: [callOf(method)],
    says: `, after ${method.name}()`,
    most: 1,
  })),
]
const callOf = (method: Method) => ({ call: method.name, values: valuesFor(method)! })

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
  before: BeforeCall,
  c: number,
  seen: Map<Method, Evidence>,
  failed: Map<Method, string>,
): Steps<void> {
  const { usage } = run.conditions[c]!
  const baseCase = caseOf(caseId('uncalled', c, before.id), usage, { acts: before.acts })
  const id = ({ name }: Method) => caseId('call', name, c, before.id)
  const caseFor = (method: Method) => caseOf(id(method), usage, { acts: [...before.acts, callOf(method)] })
  yield* run.look([...methods.map(caseFor), baseCase])
  const base = run.of(baseCase.id)
  for (const method of methods) {
    const called = run.of(id(method))
    if (called?.failed && !failed.has(method))
      failed.set(method, `Called${before.says}, it failed: ${called.failed}`)
  }
  const apart = methods.filter((method) => {
    const called = run.of(id(method))
    return base && called && !called.failed && run.tell(called) !== run.tell(base)
  })
  const pairs = apart.map((method) => ({ cases: [baseCase, caseFor(method)] as const, tell: run.tell }))
  const isSure = yield* run.areApartTwice(pairs)
  for (const [i, method] of apart.entries()) {
    if (!isSure[i]) continue
    const says = `${sayCalled(run.of(id(method))!, base!)}${before.says}${run.in(c)}.`
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
  return (
    failed ??
    'Called at rest, after use and after other methods, it changed nothing that can be told; it may want ' +
      'another moment.'
  )
}
