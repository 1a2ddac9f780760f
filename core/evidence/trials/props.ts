import { withEntry } from '../../code/edit'
import type { Usage } from '../../code/usage'
import type { Prop } from '../../contract/prop'
import { isFunction } from '../../contract/type'
import { settable } from '../conditions'
import type { Evidence } from '../evidence'
import type { Case } from '../observation'
import { caseId, caseOf, evidenceFor, looks, type Steps, type TrialRun } from '../run'
import { samplesOf } from '../samples'

/**
 * Each prop through its values, first as on the shelf, then in whatever condition is left; then its default.
 */
export function* tryProps(run: TrialRun): Steps<Evidence[]> {
  const props = settable(run.contract)
  const samples = new Map(props.map((prop) => [prop, samplesFor(prop)]))
  const tried = props.filter((prop) => samples.get(prop)!.length > 0)
  const seen = yield* trySamples(run, tried, samples)
  const evidence = [
    ...props.flatMap((prop) => seen.get(prop) ?? []),
    ...tried
      .filter((prop) => !seen.has(prop))
      .map((prop) => withoutEffect(run, prop, casesOf(run, prop, samples.get(prop)!, 0, false))),
    ...props
      .filter((prop) => samples.get(prop)!.length === 0)
      .map((prop) => evidenceFor(prop, 'not tried', 'No value of its type can be made up here.')),
  ]
  return yield* remarkDefaults(run, props, evidence)
}

const samplesFor = ({ type }: Prop): unknown[] => (isFunction(type) ? [true] : samplesOf(type))

/** The prop not set, and set to each of its values, in one condition. */
function casesOf(
  { conditions, acts }: TrialRun,
  { name }: Prop,
  samples: readonly unknown[],
  c: number,
  isUsed: boolean,
): Case[] {
  const { usage } = conditions[c]!
  const more = isUsed ? { acts } : {}
  const id = (i: number) => caseId('prop', name, c, isUsed ? 'used' : '', i)
  return [
    caseOf(id(-1), withEntry(usage, 'props', name, undefined), more),
    ...samples.map((value, i) => caseOf(id(i), { ...usage, props: { ...usage.props, [name]: value } }, more)),
  ]
}

function* trySamples(
  run: TrialRun,
  props: readonly Prop[],
  samples: ReadonlyMap<Prop, unknown[]>,
): Steps<Map<Prop, Evidence>> {
  const seen = new Map<Prop, Evidence>()
  for (const isUsed of [false, true]) {
    for (let c = 0; c < run.conditions.length && seen.size < props.length; c++) {
      const open = props.filter((prop) => !seen.has(prop))
      const cases = new Map(open.map((prop) => [prop, casesOf(run, prop, samples.get(prop)!, c, isUsed)]))
      yield* run.look([...cases.values()].flat())
      for (const prop of open) {
        const between = differing(run, prop, cases.get(prop)!)
        const says = `It changed what is shown${isUsed ? ' when it was used' : ''}${run.in(c)}.`
        if (between) seen.set(prop, evidenceFor(prop, 'seen', says, { between }))
      }
    }
  }
  return seen
}

/** Two of the cases that can be told apart by something else than the prop’s own value. */
function differing(run: TrialRun, { name }: Prop, cases: readonly Case[]): [Usage, Usage] | undefined {
  const told = cases.flatMap(({ id, usage }) => {
    const observed = run.of(id)
    return observed ? [{ usage, text: run.tell(observed, name) }] : []
  })
  const other = told.find(({ text }) => text !== told[0]!.text)
  return other && [told[0]!.usage, other.usage]
}

function withoutEffect(run: TrialRun, prop: Prop, [unset, set]: Case[]): Evidence {
  // a function may wait for something that none of our acts brings about
  if (isFunction(prop.type))
    return evidenceFor(
      prop,
      'not tried',
      `Given a function, it did nothing else and nothing called it, ${run.inAll}.`,
    )
  return evidenceFor(
    prop,
    'no effect',
    `Nothing changed when it was set, ${run.inAll}, at rest and in use.`,
    { between: [unset!.usage, set!.usage] },
  )
}

/** A default that is declared looks as nothing set does; where it does not, that is remarked. */
function* remarkDefaults(
  run: TrialRun,
  props: readonly Prop[],
  evidence: readonly Evidence[],
): Steps<Evidence[]> {
  const declared = props.filter((prop) => prop.defaultValue !== undefined && prop.defaultValue !== null)
  const id = (prop: Prop, how: string) => caseId('default', prop.name, how)
  yield* run.look(
    declared.flatMap((prop) => [
      caseOf(id(prop, 'unset'), withEntry(run.face, 'props', prop.name, undefined)),
      caseOf(id(prop, 'set'), withEntry(run.face, 'props', prop.name, prop.defaultValue)),
    ]),
  )
  const remarks = new Map(
    declared.flatMap((prop) => {
      const [unset, set] = [run.of(id(prop, 'unset')), run.of(id(prop, 'set'))]
      const isOther = unset && set && !unset.failed && !set.failed && looks(unset) !== looks(set)
      return isOther
        ? [[`prop:${prop.name}`, `Set to its default, ${prop.default}, it looks otherwise than not set.`]]
        : []
    }) as [string, string][],
  )
  return evidence.map((entry) => {
    const remark = remarks.get(entry.member)
    return remark === undefined ? entry : { ...entry, remark }
  })
}
