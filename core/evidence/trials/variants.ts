import type { Contract } from '../../contract/contract'
import type { Variant } from '../../contract/variant'
import { variantAxes, withValue } from '../../variants/axis'
import type { Evidence } from '../evidence'
import type { Case, Observation } from '../observation'
import { caseId, caseOf, evidenceFor, type Steps, type TrialRun } from '../run'
import { heldWays, usedWay, type Way } from '../ways'

/** Conditions in which values are compared that look alike in one. */
const mostCompared = 4
/** Values of one axis that are compared with one another. */
const mostValues = 40

/** One axis while it is tried: which of its values could not be told apart so far. */
interface Axis {
  name: string
  variants: Variant[]
  values: (Variant['value'] | undefined)[]
  /** Pairs of values, by their places, that looked alike in all that was tried. */
  alike: [a: number, b: number][]
  /** Pairs that were looked at in a condition in which both may be used: `a b`. */
  compared: Set<string>
}

const atRest: Way = { id: '', says: '', more: {} }

/**
 * Each value of an axis beside each other: at rest, then in use, in one condition after the other as long as two
 * look alike; those that were told apart are told apart once more. Then in the states of its sheets, where a
 * value may look as another does though it does not at rest.
 */
export function* tryVariants(run: TrialRun): Steps<Evidence[]> {
  const axes = axesOf(run.contract)
  const first = new Map<Axis, Case[]>()
  for (let c = 0; c < Math.min(mostCompared, run.conditions.length); c++)
    for (const way of [atRest, usedWay(run)]) {
      const open = axes.filter(({ alike }) => alike.length > 0)
      const asked = new Map(open.map((axis) => [axis, casesOf(run, axis, c, way)]))
      yield* run.look([...asked.values()].flatMap((cases) => [...cases, ...cases.map(again)]))
      for (const [axis, cases] of asked) {
        if (!first.has(axis)) first.set(axis, cases)
        axis.alike = axis.alike.filter(([a, b]) => {
          if ([a, b].some((place) => run.isRuledOut(cases[place]!.usage))) return true
          axis.compared.add(`${a} ${b}`)
          return !areApart(run, axis, cases[a]!, cases[b]!)
        })
      }
    }
  const remarks = yield* alikeWhileHeld(run, axes)
  return axes.flatMap((axis) =>
    axis.variants.map((variant, v) => evidenceOf(run, axis, variant, v, first.get(axis)!, remarks)),
  )
}

/** The axes of a contract, with what is set for each of their values; `false` beside what is on. */
const axesOf = (contract: Contract): Axis[] =>
  variantAxes(contract).map(({ name, variants: all }) => {
    const variants = all.slice(0, mostValues)
    const own = variants.map(({ value }) => value)
    const values = own.length === 1 ? [...own, besideOnly(own[0]!)] : own
    const alike = values.flatMap((_a, a) =>
      values.slice(a + 1).map((_b, i): [number, number] => [a, a + 1 + i]),
    )
    return { name, variants, values, alike, compared: new Set<string>() }
  })

/** What stands beside the only value of an axis. */
const besideOnly = (only: Variant['value']): Variant['value'] | undefined =>
  only === true ? false : undefined

function casesOf(run: TrialRun, axis: Axis, c: number, way: Way): Case[] {
  const { usage } = run.conditions[c]!
  return axis.values.map((value, i) =>
    caseOf(caseId('variant', axis.name, c, way.id, i), withValue(usage, axis, value), way.more),
  )
}

const again = (trialCase: Case): Case => ({ ...trialCase, id: caseId('again', trialCase.id) })

/** Whether two cases can be told apart both times they were made. */
function areApart(run: TrialRun, axis: Axis, a: Case, b: Case): boolean {
  const told = (trialCase: Case) => tellCase(run, axis, run.of(trialCase.id))
  const [now, then] = [
    [told(a), told(b)],
    [told(again(a)), told(again(b))],
  ]
  const isKnown = [...now, ...then].every((text) => text !== undefined)
  return isKnown && now[0] !== now[1] && then[0] !== then[1]
}

/** What can be told of a case from outside; other names for sheets are no other look. */
function tellCase(run: TrialRun, axis: Axis, seen: Observation | undefined): string | undefined {
  if (!seen) return undefined
  const { plain, ...rest } = seen
  return run.tell({ ...rest, tree: plain ?? rest.tree }, axis.name)
}

/** Values that look alike in a state, though they do not at rest: a sentence for each variant. */
function* alikeWhileHeld(run: TrialRun, axes: readonly Axis[]): Steps<Map<Variant, string>> {
  const apart = axes.filter(({ alike, values }) => alike.length < (values.length * (values.length - 1)) / 2)
  const asked = heldWays(run).flatMap((way) =>
    apart.map((axis) => ({ axis, way, cases: casesOf(run, axis, 0, way) })),
  )
  yield* run.look(asked.flatMap(({ cases }) => cases))
  const remarks = new Map<Variant, string>()
  for (const { axis, way, cases } of asked) {
    const told = cases.map(({ id }) => tellCase(run, axis, run.of(id)))
    const rest = casesOf(run, axis, 0, atRest).map(({ id }) => tellCase(run, axis, run.of(id)))
    // a state that nothing in it can be in makes no picture of its own
    for (const [v, variant] of axis.variants.entries()) {
      const other = told.findIndex(
        (text, i) => i !== v && text !== undefined && text === told[v] && rest[i] !== rest[v],
      )
      if (other >= 0 && !remarks.has(variant))
        remarks.set(variant, `It looks as “${axis.values[other]}” does${way.says}.`)
    }
  }
  return remarks
}

function evidenceOf(
  run: TrialRun,
  axis: Axis,
  variant: Variant,
  v: number,
  cases: readonly Case[],
  remarks: ReadonlyMap<Variant, string>,
): Evidence {
  const alike = axis.alike.filter((pair) => pair.includes(v))
  const seen = alike.filter(([a, b]) => axis.compared.has(`${a} ${b}`))
  if (alike.length && seen.length === 0)
    return evidenceFor(variant, 'not tried', 'It must not be used with anything it could be tried with.')
  const others = seen.map(([a, b]) => (a === v ? b : a))
  const [other] = others
  const remark = remarks.get(variant)
  if (other === undefined)
    return evidenceFor(variant, 'seen', `It looks otherwise than every other ${axis.name}.`, {
      ...(remark === undefined ? {} : { remark }),
      between: [cases[v === 0 ? 1 : 0]!.usage, cases[v]!.usage],
    })
  const named = others
    .slice(0, 6)
    .map((place) => `“${axis.values[place]}”`)
    .join(', ')
  return evidenceFor(
    variant,
    'no effect',
    `It could not be told apart from ${named}, in ${Math.min(mostCompared, run.conditions.length)} conditions, at rest and in use.`,
    { between: [cases[other]!.usage, cases[v]!.usage] },
  )
}
