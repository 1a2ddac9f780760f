import type { Usage } from '../core/code/usage'
import type { Contract } from '../core/contract/contract'
import type { Case, Observation } from '../core/evidence/observation'
import { trial } from '../core/evidence/trial'
import type { NeverTogether } from '../core/variants/combination'
import { readLibrary } from '../core/read/read'

/** The contract of an element `x-a` with this in its class. */
export const contractOf = (body: string, comment = '') =>
  readLibrary([
    {
      path: 'a.ts',
      text:
        `/** A. ${comment} */\nclass A extends HTMLElement ` +
        `{\n${body}\n}\ncustomElements.define('x-a', A)`,
    },
  ]).contracts[0]!
export const face: Usage = { props: {}, slots: {} }

/** A browser that is made up: what `looks` says of a case is what it shows. */
export function runTrial(
  contract: ReturnType<typeof contractOf>,
  looks: (testCase: Case) => Partial<Observation>,
  needs: {
    isLate?: () => boolean
    others?: Contract[]
    never?: NeverTogether[]
    only?: ReadonlySet<string>
  } = {},
) {
  const steps = trial(contract, face, needs)
  const rounds: Case[][] = []
  let step = steps.next([])
  while (!step.done) {
    rounds.push(step.value)
    step = steps.next(
      step.value.map((trialCase) => ({
        id: trialCase.id,
        tree: '',
        style: '',
        values: {},
        parts: [],
        slots: [],
        states: [],
        fired: [],
        answered: [],
        ...looks(trialCase.next ? { ...trialCase, usage: trialCase.next } : trialCase),
      })),
    )
  }
  return {
    rounds,
    marks: Object.fromEntries(step.value.map((trialCase) => [trialCase.member, trialCase.mark])),
    evidence: step.value,
  }
}
