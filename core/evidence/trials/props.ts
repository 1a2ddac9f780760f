import { withEntry } from '../../code/edit'
import type { Usage } from '../../code/usage'
import type { Prop } from '../../contract/prop'
import { choicesOf, isFunction } from '../../contract/type'
import { settable, type Condition } from '../conditions'
import type { Evidence } from '../evidence'
import type { Case } from '../observation'
import { caseId, caseOf, evidenceFor, type Steps, type TrialRun } from '../run'
import { isLoose, longNumber, samplesFor } from '../samples'
import { aloneWay, heldWays, laterWay, lingerWay, usedWay, wideWay, type Way } from '../ways'
import { remarkProps, type SeenProp } from './remarks'

const plainly: Way = { id: '', says: '', more: {} }
/** Conditions in which a prop is tried in the ways that cost more. */
const mostCostly = 3
/** How props that did nothing apart are tried together with others: the way, the values, how often at most. */
interface Pairing {
  way: Way
  valuesOf(other: Prop, samples: readonly unknown[]): readonly unknown[]
  most: number
}
/** Pairs of values that are tried of one prop at least. */
const leastPairs = 60
/** At rest with whatever another takes; a long number is written in more than one way. */
const atRest: Pairing = {
  way: plainly,
  valuesOf: ({ type }, samples) => (type.is === 'number' ? [...samples, longNumber] : samples),
  most: 240,
}
/** In use, which costs more, with what decides over the code of another. */
const inUse = (run: TrialRun): Pairing => ({
  way: usedWay(run),
  valuesOf: ({ type, asked = [] }, samples) => (type.is === 'boolean' || choicesOf(type) ? samples : asked),
  most: 80,
})

/**
 * Each prop through its values, first as on the shelf, then in whatever condition is left, at rest and in
 * use; those that did nothing so far in the states of its sheets, in a wide window, together with another
 * prop, and by themselves, with what they do to the page and what comes a while later. Then what is remarked
 * of them.
 */
export function* tryProps(run: TrialRun): Steps<Evidence[]> {
  const props = settable(run.contract)
  const samples = new Map(props.map((prop) => [prop, samplesFor(prop)]))
  const seen = new Map<Prop, SeenProp>()
  const tried = props.filter((prop) => samples.get(prop)!.length > 0)
  const open = () => tried.filter((prop) => !seen.has(prop))
  const costly = run.conditions.slice(0, mostCostly)
  for (const way of [plainly, usedWay(run)]) yield* tryWay(run, open, samples, seen, run.conditions, way)
  for (const way of [laterWay, lingerWay, ...heldWays(run), wideWay])
    yield* tryWay(run, open, samples, seen, costly, way)
  for (const pairing of [atRest, inUse(run)]) yield* tryPairs(run, open(), tried, samples, seen, pairing)
  yield* tryWay(run, open, samples, seen, costly, aloneWay)
  const evidence = [
    ...tried.flatMap((prop) => seen.get(prop)?.evidence ?? []),
    ...open().map(
      (prop) =>
        handedOut(run, prop) ?? withoutEffect(run, prop, casesOf(run, prop, samples.get(prop)!, 0, plainly)),
    ),
    ...props
      .filter((prop) => samples.get(prop)!.length === 0)
      .map(
        (prop) =>
          handedOut(run, prop) ?? evidenceFor(prop, 'not tried', 'No value of its type can be made up here.'),
      ),
  ]
  return yield* remarkProps(run, props, samples, seen, evidence)
}

/** The prop not set, and set to each of its values, in one condition and one way. */
function casesOf(
  { conditions }: TrialRun,
  { name }: Prop,
  samples: readonly unknown[],
  c: number,
  { id: way, more, isLater = false }: Way,
): Case[] {
  const usage = withoutMask(conditions[c]!.usage, name)
  const id = (i: number) => caseId('prop', name, c, way, i)
  const unset = withEntry(usage, 'props', name, undefined)
  const put = (i: number, next: Usage) =>
    isLater ? caseOf(id(i), unset, { ...more, next }) : caseOf(id(i), next, more)
  return [
    put(-1, unset),
    ...samples.map((value, i) => put(i, { ...usage, props: { ...usage.props, [name]: value } })),
  ]
}

/** What begins with a prop’s first value is not seen where that prop is set: `defaultOpen` beside `open`. */
function withoutMask(usage: Usage, name: string): Usage {
  const [, first, rest] = /^default([A-Z])(.*)$/.exec(name) ?? []
  return first === undefined ? usage : withEntry(usage, 'props', `${first.toLowerCase()}${rest}`, undefined)
}

/** Tries the props that are left in some conditions, one after the other, in one way. */
function* tryWay(
  run: TrialRun,
  left: () => Prop[],
  samples: ReadonlyMap<Prop, unknown[]>,
  seen: Map<Prop, SeenProp>,
  conditions: readonly Condition[],
  way: Way,
): Steps<void> {
  for (let c = 0; c < conditions.length && left().length > 0; c++) {
    const open = left()
    const cases = new Map(open.map((prop) => [prop, casesOf(run, prop, samples.get(prop)!, c, way)]))
    yield* run.look([...cases.values()].flat())
    const says = `It changed what is shown${way.says}${run.in(c)}.`
    yield* keepSure(
      run,
      seen,
      open.map((prop) => ({ prop, says, cases: cases.get(prop)! })),
    )
  }
}

/** Tries each prop that did nothing apart together with each value of each other prop, in one way. */
function* tryPairs(
  run: TrialRun,
  open: readonly Prop[],
  all: readonly Prop[],
  samples: ReadonlyMap<Prop, unknown[]>,
  seen: Map<Prop, SeenProp>,
  { way, valuesOf, most }: Pairing,
): Steps<void> {
  // a share for each, so that the first does not take the time of all
  const share = Math.max(leastPairs, Math.floor(most / open.length))
  for (const prop of open.slice(0, Math.ceil((2 * most) / share))) {
    let left = share
    const groups: { other: Prop; cases: Case[] }[] = []
    for (const other of all) {
      if (other === prop) continue
      for (const [at, value] of valuesOf(other, samples.get(other)!).entries()) {
        const around = withEntry(run.face, 'props', other.name, value)
        const id = (i: number) => caseId('pair', prop.name, other.name, at, way.id, i)
        const cases = [undefined, ...samples.get(prop)!].map((own, i) =>
          caseOf(id(i), withEntry(around, 'props', prop.name, own), way.more),
        )
        left -= cases.length
        if (left > 0) groups.push({ other, cases })
      }
    }
    yield* run.look(groups.flatMap(({ cases }) => cases))
    for (const { other, cases } of groups) {
      const says = `It changed what is shown together with ${other.name}${way.says}.`
      if (!seen.has(prop)) yield* keepSure(run, seen, [{ prop, says, cases }])
    }
  }
}

/** Keeps as seen the props of which two cases can be told apart, twice. */
function* keepSure(
  run: TrialRun,
  seen: Map<Prop, SeenProp>,
  tried: readonly { prop: Prop; says: string; cases: readonly Case[] }[],
): Steps<void> {
  const apart = tried.flatMap(({ prop, says, cases }) => {
    const between = differing(run, prop, cases)
    return between ? [{ prop, says, cases, between }] : []
  })
  const isSure = yield* run.areApartTwice(
    apart.map(({ prop, between }) => ({ cases: between, tell: (observed) => run.tell(observed, prop.name) })),
  )
  for (const [i, { prop, says, cases, between }] of apart.entries())
    if (isSure[i])
      seen.set(prop, {
        evidence: evidenceFor(prop, 'seen', says, { between: [between[0].usage, between[1].usage] }),
        cases,
        between,
      })
}

/** Two of the cases that can be told apart by something else than the prop’s own value. */
function differing(run: TrialRun, { name }: Prop, cases: readonly Case[]): [Case, Case] | undefined {
  const told = cases.flatMap((trialCase) => {
    const observed = run.of(trialCase.id)
    return observed ? [{ trialCase, text: run.tell(observed, name) }] : []
  })
  const other = told.find(({ text }) => text !== told[0]!.text)
  return other && [told[0]!.trialCase, other.trialCase]
}

/** A prop that a component writes to, which whoever binds it is told. */
const handedOut = (run: TrialRun, prop: Prop): Evidence | undefined =>
  prop.bindable && run.all.some(({ fired }) => fired.some((text) => text.startsWith(`bind:${prop.name} `)))
    ? evidenceFor(prop, 'seen', 'The component wrote to it, which a page that binds it is told.')
    : undefined

function withoutEffect(run: TrialRun, prop: Prop, [unset, set]: Case[]): Evidence {
  // a function may wait for something that none of our acts brings about
  if (isFunction(prop.type))
    return evidenceFor(
      prop,
      'not tried',
      `Given a function, it did nothing else and nothing called it, ${run.inAll}.`,
    )
  if (isLoose(prop.type))
    return evidenceFor(
      prop,
      'not tried',
      `Its type does not say what it takes, and what was made up changed nothing, ${run.inAll}.`,
    )
  return evidenceFor(
    prop,
    'no effect',
    `Nothing changed when it was set, ${run.inAll}, at rest and in use, in a wide window and with each other prop.`,
    { between: [unset!.usage, set!.usage] },
  )
}
