import type { Act } from '../acts/act'
import { actsToTry } from './acts-to-try'
import type { Chart, StateFound, Step } from './chart'
import { focusAfter } from './focus'
import { signatureOf, type Look } from './look'
import { describeState, ownMarks } from './title'
import { shortestWays, waysFrom } from './ways'

/** What is asked of whoever has the component in front of them. */
export type Ask =
  /** Make it anew, as it stands by itself. */
  | { do: 'begin' }
  | { do: 'acts'; acts: readonly Act[] }
  /** Do nothing for a while: it may go on by itself. */
  | { do: 'stay' }
/**
 * What was seen from one moment to the next, the last of them once it was still; or why it could not be done, and
 * whether the component is not there any more.
 */
export type Answer = { looks: Look[] } | { failed: string; isLost?: boolean }

export interface ExploreNeeds {
  tag: string
  /** Keys that its source asks for. */
  keys: readonly string[]
  isLate(): boolean
  /** There is no time left for ways to be gone once more. */
  isOver(): boolean
  mostStates?: number
}

/** A state while it is looked at. */
interface Known {
  id: number
  look: Look
  /** Acts that led to it where it was met first. */
  far: number
  untried: Act[][]
}

/** Acts from how it stands by itself beyond which nothing new is tried. */
const mostFar = 4
/** How often a state is not come to again by the way to it before it is given up. */
const mostMissed = 2
/** A way back that is no longer than this is walked; else it is made anew. */
const shortWay = 1

/** What is known so far of the states of a component. */
class Explored {
  readonly states: Known[] = []
  readonly steps: Step[] = []
  readonly undone: Chart['undone'] = []
  tried = 0
  /** What was seen last, with where the focus was. */
  last: Look | undefined
  overflowed = false
  private readonly bySignature = new Map<string, Known>()
  private readonly missed = new Map<number, number>()
  readonly passing = new Set<number>()

  constructor(private readonly needs: ExploreNeeds) {}

  /** The state of a look; nothing where there are too many already. */
  stateOf(look: Look, far: number): { state: Known | undefined; isNew: boolean } {
    const signature = signatureOf(look)
    const known = this.bySignature.get(signature)
    if (known) return { state: known, isNew: false }
    if (this.states.length >= (this.needs.mostStates ?? 12)) {
      this.overflowed = true
      return { state: undefined, isNew: false }
    }
    const untried = far < mostFar ? actsToTry(look.told, this.needs.keys) : []
    const state = { id: this.states.length, look, far, untried }
    this.states.push(state)
    this.bySignature.set(signature, state)
    return { state, isNew: true }
  }

  addStep(step: Step): void {
    if (step.from === step.to) return
    const keyOf = ({ from, to, acts }: Step) => JSON.stringify([from, to, acts])
    const key = keyOf(step)
    if (!this.steps.some((other) => keyOf(other) === key)) this.steps.push(step)
  }

  /** The state nearest to the beginning of which something is left to try. */
  nearestUntried(): Known | undefined {
    return this.states
      .filter(({ untried }) => untried.length > 0)
      .sort((a, b) => a.far - b.far || a.id - b.id)[0]
  }

  /** A state was not come to by the way that led there before. */
  miss(state: Known): void {
    const times = (this.missed.get(state.id) ?? 0) + 1
    this.missed.set(state.id, times)
    if (times < mostMissed) return
    for (const acts of state.untried.splice(0))
      this.undone.push({ from: state.id, acts, why: 'the state did not come again' })
  }

  isStep(from: Known, to: Known): boolean {
    return this.steps.some((step) => step.from === from.id && step.to === to.id && step.acts.length === 0)
  }

  /**
   * The last state on the way to another that waits for whoever uses it, and the acts from there on, which have to
   * be done without a pause; nothing where no such way is known.
   */
  rushTo({ id }: Known): { still: Known; lead: Act[] } | undefined {
    const way = waysFrom(this.steps, 0).get(id)
    if (!way) return undefined
    const from = way.findLastIndex((step) => !this.passing.has(step.from))
    const rest = from === -1 ? way : way.slice(from)
    if (rest.length === 0 || rest.some(({ acts }) => acts.length === 0)) return undefined
    return { still: this.states[rest[0]!.from]!, lead: rest.flatMap(({ acts }) => acts) }
  }

  get left(): number {
    return this.states.reduce((sum, { untried }) => sum + untried.length, 0)
  }
}

type Steps<T> = Generator<Ask, T, Answer>

/**
 * Finds the states of a component by trying: from each that was met, whatever somebody could do there is done
 * once, those first that are few acts away. In the end each way is gone once more, from the beginning, to see
 * whether it leads where it led. Yields what is to be done and is given what was seen then.
 */
export function* explore(needs: ExploreNeeds): Steps<Chart> {
  const known = new Explored(needs)
  let here = yield* goOn(known, undefined, [], yield { do: 'begin' })
  while (!needs.isLate()) {
    const next = known.nearestUntried()
    if (!next) break
    const rush = known.passing.has(next.id) ? known.rushTo(next) : { still: next, lead: [] }
    if (rush && here !== rush.still) here = yield* goTo(known, here, rush.still)
    if (!rush || here !== rush.still) {
      known.miss(next)
      continue
    }
    here = yield* tryNext(known, next, rush.lead)
  }
  const sure = yield* goOnceMore(known, needs)
  return chartOf(known, sure, needs)
}

/** Does what comes next of a state, after what leads to it where it does not wait; says where that led. */
function* tryNext(known: Explored, state: Known, lead: readonly Act[]): Steps<Known | undefined> {
  const acts = state.untried.shift()!
  known.tried++
  const answer = yield { do: 'acts', acts: [...lead, ...acts] }
  if ('looks' in answer) return yield* goOn(known, state, acts, answer)
  known.undone.push({ from: state.id, acts, why: answer.failed })
  // of several acts the first may have been done
  return acts.length + lead.length === 1 && !answer.isLost ? state : undefined
}

/** Takes in what was seen after acts; a state that is new is watched for a while, since it may pass. */
function* goOn(
  known: Explored,
  from: Known | undefined,
  acts: Act[],
  answer: Answer,
): Steps<Known | undefined> {
  if ('failed' in answer) return undefined
  let here = from
  let by = acts
  const waiting = [...answer.looks]
  for (let look = waiting.shift(); look; look = waiting.shift()) {
    const far = here ? here.far + (by.length ? 1 : 0) : 0
    const { state, isNew } = known.stateOf(look, far)
    if (!state) return undefined
    // what would have come anyway was not brought about by anything
    if (here && known.passing.has(here.id) && known.isStep(here, state)) by = []
    if (here) {
      const focus = known.last && by.length ? focusAfter(known.last, by, answer.looks.at(-1)!) : undefined
      known.addStep({ from: here.id, to: state.id, acts: by, ...(focus === undefined ? {} : { focus }) })
    }
    // what answers late is brought about by the same acts
    if (state !== here) by = []
    here = state
    if (isNew && waiting.length === 0) {
      const stayed = yield { do: 'stay' }
      if ('looks' in stayed) waiting.push(...stayed.looks)
    }
    if (waiting.length === 0) known.last = look
    const goesOn = waiting.some((later) => signatureOf(later) !== signatureOf(state.look))
    if (goesOn && by.length === 0) known.passing.add(state.id)
  }
  return here
}

/** Goes to a state that was met before: by a short way from here, or else from the beginning. */
function* goTo(known: Explored, here: Known | undefined, there: Known): Steps<Known | undefined> {
  const near = here && waysFrom(known.steps, here.id).get(there.id)
  if (here && near && near.length <= shortWay) {
    const led = yield* walk(known, here, near)
    if (led === there) return led
  }
  const start = yield* goOn(known, undefined, [], yield { do: 'begin' })
  const way = start && waysFrom(known.steps, start.id).get(there.id)
  return way ? yield* walk(known, start, way) : start
}

/** Does acts one after another, as long as each leads where it led before; in what passes without a pause. */
function* walk(known: Explored, from: Known, way: readonly Step[]): Steps<Known | undefined> {
  let here: Known | undefined = from
  let lead: Act[] = []
  for (const [i, step] of way.entries()) {
    // what passes by itself has done so when it was still
    if (!step.acts.length) continue
    if (!lead.length && here?.id !== step.from) return here
    if (known.passing.has(step.to) && way[i + 1]?.acts.length) {
      lead.push(...step.acts)
      continue
    }
    const answer: Answer = yield { do: 'acts', acts: [...lead, ...step.acts] }
    if ('failed' in answer) return undefined
    here = yield* goOn(known, known.states[step.from], step.acts, answer)
    lead = []
  }
  return here
}

/** Whether states are come to again by the way that the chart has for them, as long as there is time. */
function* goOnceMore(known: Explored, needs: ExploreNeeds): Steps<Map<number, boolean>> {
  const sure = new Map([[0, true]])
  const ways = shortestWays(known.states, known.steps)
  for (const { id, look } of known.states.slice(1)) {
    if (needs.isOver()) break
    const way = ways.get(id)
    if (!way) continue
    const begun = yield { do: 'begin' }
    const answer: Answer = 'failed' in begun ? begun : yield { do: 'acts', acts: way }
    const signature = signatureOf(look)
    sure.set(id, 'looks' in answer && answer.looks.some((found) => signatureOf(found) === signature))
  }
  return sure
}

const sureOf = (again: boolean | undefined): StateFound['sure'] =>
  again === undefined ? 'not tried' : again ? 'yes' : 'no'

function chartOf(known: Explored, again: ReadonlyMap<number, boolean>, { tag, isLate }: ExploreNeeds): Chart {
  const [rest] = known.states
  const ways = shortestWays(known.states, known.steps)
  const steps = waysFrom(known.steps, 0)
  const lookBefore = (id: number) => known.states[steps.get(id)?.at(-1)?.from ?? 0]!.look
  const taken: string[] = []
  const states = known.states.map(({ id, look }) => {
    const described =
      id === 0
        ? { title: 'at rest', differs: [], came: ownMarks(look, tag), went: [] }
        : describeState(rest!.look, look, tag, { taken, from: lookBefore(id) })
    taken.push(described.title)
    return {
      id,
      ...described,
      way: ways.get(id) ?? [],
      sure: sureOf(again.get(id)),
      passes: known.passing.has(id),
    }
  })
  const stopped = known.overflowed ? 'states' : known.left > 0 && isLate() ? 'time' : undefined
  return {
    states,
    steps: known.steps.slice(0, 600),
    tried: known.tried,
    left: known.left,
    ...(stopped ? { stopped } : {}),
    undone: known.undone.slice(0, 60).map(({ why, ...rest }) => ({ ...rest, why: why.slice(0, 300) })),
  }
}
