import { forFrame, modulesFor, type ModuleOf } from '../code/showing'
import type { Usage } from '../code/usage'
import { memberKey, type Contract, type Member } from '../contract/contract'
import { ruledOut, type NeverTogether } from '../variants/combination'
import type { Condition } from './conditions'
import type { Evidence, EvidenceMark } from './evidence'
import type { Case, Observation } from './observation'
import { wholesOf } from './wholes'

/** A trial in steps: it yields cases to be looked at, and is given what was seen of them. */
export type Steps<Result> = Generator<Case[], Result, Observation[]>

/** How the members of one kind are tried. */
export type MemberTrial = (run: TrialRun) => Steps<Evidence[]>

/** Cases that are looked at in a window of one width. */
export interface InWindow {
  wide: boolean
  cases: Case[]
}

/** Steps of a trial apart by the window that they want; what is given back is put together again. */
export function* inWindows<Result>(
  steps: Steps<Result>,
): Generator<InWindow, Result, readonly Observation[]> {
  let step = steps.next([])
  while (!step.done) {
    const seen: Observation[] = []
    for (const wide of [false, true]) {
      const cases = step.value.filter((trialCase) => (trialCase.wide ?? false) === wide)
      if (cases.length) seen.push(...(yield { wide, cases }))
    }
    step = steps.next(seen)
  }
  return step.value
}

/** A case as a frame gets it. */
export const caseForFrame = (
  trialCase: Case,
  contractOf: (tag: string) => Contract | undefined,
  tag: string,
): Case => ({
  ...trialCase,
  usage: forFrame(trialCase.usage, contractOf, tag),
  ...(trialCase.next ? { next: forFrame(trialCase.next, contractOf, tag) } : {}),
})

/** Every module that a trial may need: of the face, of what slots are filled with, of what it stands in. */
export const trialModules = (
  contract: Contract,
  face: Usage,
  moduleOf: (tag: string) => string | undefined,
  others: readonly Contract[],
): ModuleOf[] | undefined => {
  const own = modulesFor(contract.tag, face, moduleOf)
  const around = wholesOf(contract, others).map(({ tag }) => tag)
  const more = [...new Set([...(contract.companions ?? []), ...around])].flatMap((tag) => {
    const module = moduleOf(tag)
    return module === undefined || own?.some((other) => other.tag === tag) ? [] : [{ tag, module }]
  })
  return own && [...own, ...more]
}

/** A name for a case, from what tells it from others. */
export const caseId = (...pieces: (string | number)[]): string => pieces.join('|')

export const caseOf = (id: string, usage: Usage, more: Partial<Case> = {}): Case => ({
  id,
  usage,
  sets: {},
  held: [],
  acts: [],
  ...more,
})

/** How a case looks: what is rendered, its computed styles, and what came and went while it was used. */
export const looks = ({ tree, style, moments = '' }: Observation): string => `${tree} ${style} ${moments}`

/**
 * Whatever can be told of a case from outside, as one text; the value of the prop that was set is not news.
 */
export type Teller = (seen: Observation, but?: string) => string

/**
 * Values that differ from one making to the next of the very same are no sign of anything: a component may
 * answer what it likes each time it is asked.
 */
export function tellerOf(pairs: readonly (readonly [Observation, Observation])[]): Teller {
  const unsteady = new Set(
    pairs.flatMap(([first, again]) =>
      Object.keys(first.values).filter((name) => first.values[name] !== again.values[name]),
    ),
  )
  return (seen, but = '') =>
    JSON.stringify([
      seen.failed ?? '',
      seen.tree,
      seen.style,
      seen.moments ?? '',
      Object.entries(seen.values).filter(([name]) => name !== but && !unsteady.has(name)),
      seen.fired,
      seen.answered,
    ])
}

const withoutMoments = ({ moments: _moments, ...rest }: Observation): Observation => rest

/** Cases between which it is asked whether there is time for more. */
const lookedAtOnce = 192

/** One component while its members are tried: the conditions it is tried in, and all that was seen so far. */
export class TrialRun {
  private readonly seen = new Map<string, Observation>()
  /** Whether what comes and goes in use is the same each time. */
  hasSteadyMoments = true
  private isChanceHeld = false
  /** Whether cases were left out because time was over: nothing is told then of what was not seen. */
  isCut = false
  /** Set once it is known what differs from one making to the next. */
  tell: Teller = () => ''

  constructor(
    readonly contract: Contract,
    readonly face: Usage,
    readonly conditions: readonly Condition[],
    /** What is done to it: everything that answers is used, and each key is pressed that it asks for. */
    readonly acts: Case['acts'],
    private readonly isLate: () => boolean = () => false,
    private readonly never: readonly NeverTogether[] = [],
  ) {}

  /** Whether a way of showing it is one that must not be used. */
  isRuledOut(usage: Usage): boolean {
    return ruledOut(this.contract, usage, this.never).length > 0
  }

  /** Has cases looked at that were not yet, as long as there is time. */
  *look(cases: readonly Case[]): Steps<void> {
    const fresh = new Map(cases.filter(({ id }) => !this.seen.has(id)).map((asked) => [asked.id, asked]))
    const asked = [...fresh.values()]
    for (let from = 0; from < asked.length; from += lookedAtOnce) {
      this.isCut ||= this.isLate()
      if (this.isCut) return
      for (const observation of yield asked.slice(from, from + lookedAtOnce).map(this.held))
        this.seen.set(observation.id, this.hasSteadyMoments ? observation : withoutMoments(observation))
    }
  }

  /** From now on chance and the time of day are the same for whatever is looked at; all is looked at anew. */
  holdChance(): void {
    this.isChanceHeld = true
    this.hasSteadyMoments = true
    this.seen.clear()
  }
  private readonly held = (trialCase: Case): Case =>
    this.isChanceHeld ? { ...trialCase, steady: true } : trialCase

  /** From now on what comes and goes in use is no sign of anything: it is another each time. */
  leaveOutMoments(): void {
    this.hasSteadyMoments = false
    for (const [id, observation] of this.seen) this.seen.set(id, withoutMoments(observation))
  }

  of(id: string): Observation | undefined {
    return this.seen.get(id)
  }

  /**
   * Looks at cases that were told apart a second time, each made anew: only what comes out the same twice,
   * and still apart, is evidence. A busy machine, or something that moves, may make a difference once.
   */
  *areApartTwice(
    pairs: readonly { cases: readonly [Case, Case]; tell: (seen: Observation) => string }[],
  ): Steps<boolean[]> {
    const again = (trialCase: Case): Case => ({ ...trialCase, id: caseId('twice', trialCase.id) })
    yield* this.look(pairs.flatMap(({ cases }) => cases.map(again)))
    return pairs.map(({ cases, tell }) => {
      const [unset, set] = cases.map((trialCase) => this.of(again(trialCase).id))
      return unset !== undefined && set !== undefined && tell(unset) !== tell(set)
    })
  }

  get all(): Observation[] {
    return [...this.seen.values()]
  }

  /** A condition after a sentence: nothing for the first, which is the usual one. */
  in(c: number): string {
    return c === 0 ? '' : `, ${this.conditions[c]!.says}`
  }

  get inAll(): string {
    return `in ${this.conditions.length} conditions`
  }
}

/** How a condition is seen at rest, which every trial may compare with. */
export const restId = (c: number): string => caseId('rest', c)
export const usedId = (c: number): string => caseId('used', c)
export const keyId = (name: string, c: number): string => caseId('key', name, c)

export const evidenceFor = (
  member: Member,
  mark: EvidenceMark,
  says: string,
  more: Partial<Evidence> = {},
): Evidence => ({ member: memberKey(member), mark, says, ...more })
