import { withEntry } from '../../code/edit'
import type { Prop } from '../../contract/prop'
import { choicesOf } from '../../contract/type'
import type { Evidence } from '../evidence'
import type { Case } from '../observation'
import { caseId, caseOf, looks, type Steps, type TrialRun } from '../run'

// What is not as it is said to be of a prop that works.

/** A prop that was seen: by which cases, and which two of them can be told apart. */
export interface SeenProp {
  evidence: Evidence
  cases: readonly Case[]
  between: [Case, Case]
}

/** Conditions in which two values are compared that look alike in one. */
const mostCompared = 4

/**
 * Remarks on props: a default that is another, a value that is read the first time only, values that look
 * alike.
 */
export function* remarkProps(
  run: TrialRun,
  props: readonly Prop[],
  samples: ReadonlyMap<Prop, unknown[]>,
  seen: ReadonlyMap<Prop, SeenProp>,
  evidence: readonly Evidence[],
): Steps<Evidence[]> {
  const remarks = new Map<string, string[]>()
  const add = (prop: Prop, remark: string | undefined) => {
    const key = `prop:${prop.name}`
    if (remark !== undefined) remarks.set(key, [...(remarks.get(key) ?? []), remark])
  }
  for (const [prop, remark] of yield* otherDefaults(run, props)) add(prop, remark)
  for (const [prop, remark] of yield* readOnce(run, seen)) add(prop, remark)
  for (const prop of props) add(prop, yield* alike(run, prop, samples.get(prop)!, seen.get(prop)))
  return evidence.map((entry) => {
    const said = remarks.get(entry.member)
    return said === undefined ? entry : { ...entry, remark: said.join(' ') }
  })
}

/** A default that is declared looks as nothing set does. */
function* otherDefaults(run: TrialRun, props: readonly Prop[]): Steps<[Prop, string][]> {
  const declared = props
    .filter((prop) => prop.defaultValue !== undefined && prop.defaultValue !== null)
    .map((prop) => {
      const withValue = (how: string, value: unknown) =>
        caseOf(caseId('default', prop.name, how), withEntry(run.face, 'props', prop.name, value))
      const cases = [withValue('unset', undefined), withValue('set', prop.defaultValue)] as const
      return { prop, cases, tell: looks }
    })
  yield* run.look(declared.flatMap(({ cases }) => cases))
  const others = declared.filter(({ cases: [unset, set] }) => {
    const [before, after] = [looksOf(run, unset), looksOf(run, set)]
    return before !== undefined && after !== undefined && before !== after
  })
  const isSure = yield* run.areApartTwice(others)
  return others.flatMap(({ prop }, i): [Prop, string][] =>
    isSure[i] ? [[prop, `Set to its default, ${prop.default}, it looks otherwise than not set.`]] : [],
  )
}

/** A prop that is set anew shows what it shows when it is set at first. */
function* readOnce(run: TrialRun, seen: ReadonlyMap<Prop, SeenProp>): Steps<[Prop, string][]> {
  let values = [...seen].flatMap(([prop, { cases, between }]) => {
    // from a value to another: from nothing to a value is how frameworks set it at first
    const set = cases.filter(({ usage }) => usage.props[prop.name] !== undefined)
    const to = set.find(({ id }) => id === between[1].id) ?? set[1]
    const from = set.find(
      (other) =>
        to && other !== to && looksOf(run, other) !== undefined && looksOf(run, other) !== looksOf(run, to),
    )
    return from && to ? [{ prop, from, to }] : []
  })
  // one that takes its time on a busy machine is not accused: it has to stay as it was twice
  for (const time of ['again', 'and again']) {
    const changed = values.map(({ from, to }) => ({
      ...from,
      id: caseId(time, from.id, to.id),
      next: to.usage,
    }))
    yield* run.look(changed)
    values = values.filter(({ from, to }, i) => {
      const shown = looksOf(run, changed[i]!)
      return shown !== undefined && shown === looksOf(run, from) && shown !== looksOf(run, to)
    })
  }
  return values.map(({ prop }): [Prop, string] => [
    prop,
    'It is read the first time only: set to another value later, it shows the first.',
  ])
}
const looksOf = (run: TrialRun, { id }: Case): string | undefined => {
  const observation = run.of(id)
  return observation && !observation.failed ? looks(observation) : undefined
}

/** Choices of a prop that cannot be told apart, at rest or in use, in several conditions. */
function* alike(
  run: TrialRun,
  prop: Prop,
  samples: readonly unknown[],
  seen: SeenProp | undefined,
): Steps<string | undefined> {
  const choices = (choicesOf(prop.type) ?? []).filter((choice) => typeof choice === 'string')
  if (!seen || choices.length < 3) return undefined
  const told = (cases: readonly Case[]) =>
    new Map(
      cases.flatMap(({ id, usage }) => {
        const observation = run.of(id)
        if (!observation) return []
        // other names for sheets are no other look, where sheets tell other values apart
        const { plain, ...rest } = observation
        const seen = run.tell({ ...rest, tree: plain ?? rest.tree, moments: undefined }, prop.name)
        return [[usage.props[prop.name], seen] as const]
      }),
    )
  const first = told(seen.cases)
  let pairs = pairsOf(choices).filter(([a, b]) => first.has(a) && first.get(a) === first.get(b))
  if (new Set(first.values()).size < 2) return undefined
  for (let c = 0; c < Math.min(mostCompared, run.conditions.length) && pairs.length > 0; c++)
    for (const acts of [[], run.acts]) {
      const { usage } = run.conditions[c]!
      const cases = samples.map((value, i) =>
        caseOf(caseId('alike', prop.name, c, acts.length, i), withEntry(usage, 'props', prop.name, value), {
          acts,
        }),
      )
      yield* run.look(cases)
      const now = told(cases)
      pairs = pairs.filter(([a, b]) => now.get(a) === now.get(b))
    }
  const [pair] = pairs
  return pair && `“${pair[0]}” and “${pair[1]}” could not be told apart.`
}

const pairsOf = (choices: readonly string[]): [string, string][] =>
  choices.flatMap((a, i) => choices.slice(i + 1).map((b): [string, string] => [a, b]))
