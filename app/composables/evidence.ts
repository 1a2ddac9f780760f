import { z } from 'zod'
import type { ModuleOf } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { membersOf, type Contract } from '~~/core/contract/contract'
import type { Case, Observation } from '~~/core/evidence/observation'
import type { Evidence } from '~~/core/evidence/evidence'
import { caseForFrame, inWindows, trialModules, type InWindow } from '~~/core/evidence/run'
import { trial } from '~~/core/evidence/trial'
import type { Combination } from '~~/core/variants/combination'

/** What a trial asks a frame for, and how it goes on once it is answered. */
export interface Round {
  cases: Case[]
  /** In a window that is as wide as rules may ask for. */
  wide: boolean
  answer(seen: Observation[]): void
}

/**
 * What was seen by who may not keep it for all, by the module that was tried and how it stands on the shelf:
 * a module never changes.
 */
const known = new Map<string, Evidence[]>()

/**
 * The evidence for a component's members: what is kept of it as it is now, or else tried in a frame out
 * of sight a moment after its page has opened, and kept. The frame takes `round`, has its cases looked
 * at, and answers.
 */
export function useEvidence(
  contract: Ref<Contract | undefined>,
  face: Ref<Usage>,
  module: Ref<string | undefined>,
  never: Readonly<Ref<Combination[]>>,
) {
  const store = useLibrary()
  const account = useAccount()
  const evidence = shallowRef<Evidence[]>()
  const round = shallowRef<Round>()
  const tried = ref(0)
  const problem = ref<string>()
  const modules = shallowRef<ModuleOf[]>()
  const key = computed(() =>
    JSON.stringify([
      module.value,
      face.value,
      contract.value && store.providedFor(contract.value.tag),
      contract.value?.members.map((member) => member.kind + member.name),
      never.value.map(({ settings }) => settings),
    ]),
  )
  let timer: ReturnType<typeof setTimeout> | undefined

  function stop() {
    clearTimeout(timer)
    round.value = undefined
  }
  function run() {
    stop()
    problem.value = undefined
    evidence.value = undefined
    tried.value = 0
    const now = contract.value
    const mine = key.value
    const others = store.standing.map((component) => component.contract)
    modules.value = now && trialModules(now, face.value, store.moduleOf, others)
    if (!now || !modules.value) return
    const steps = inWindows(trial(now, face.value, { others, never: never.value }))
    const next = (step: IteratorResult<InWindow, Evidence[]>) => {
      if (mine !== key.value) return
      if (step.done) {
        known.set(mine, step.value)
        evidence.value = step.value
        round.value = undefined
        void keep(now.tag, step.value)
        return
      }
      round.value = {
        wide: step.value.wide,
        cases: step.value.cases.map((trialCase) =>
          caseForFrame(trialCase, (tag) => store.find(tag)?.contract, now.tag),
        ),
        answer: (seen) => {
          tried.value += seen.length
          next(steps.next(seen))
        },
      }
    }
    next(steps.next([]))
  }
  /** Keeps it for everybody; where it is another by now, it is tried again by whoever opens that. */
  async function keep(tag: string, seen: Evidence[]) {
    if (!store.may.write || !module.value) return
    await ask(z.object({}), `/libraries/${store.slug}/components/${tag}/evidence`, {
      method: 'PUT',
      body: plain({ module: module.value, face: face.value, evidence: seen }),
    }).catch(() => undefined)
  }
  function fail(what: string) {
    problem.value = what
    stop()
  }
  watch(
    key,
    async () => {
      stop()
      const mine = key.value
      evidence.value = known.get(mine)
      problem.value = undefined
      if (evidence.value || !module.value || !contract.value) return
      if (!store.evidence) await store.loadEvidence().catch(() => undefined)
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- another may be looked at by now
      if (mine !== key.value || !contract.value) return
      evidence.value = store.evidenceFor(contract.value.tag)?.evidence
      // whoever has no account came to look: they may have it tried, and nobody begins without being asked
      if (!evidence.value && account.person) timer = setTimeout(run, 2000)
    },
    { immediate: true },
  )
  // what a run over the whole library shows meanwhile need not be tried here too
  watch(
    () => contract.value && store.evidenceFor(contract.value.tag),
    (kept) => {
      if (!kept || evidence.value || round.value) return
      clearTimeout(timer)
      evidence.value = kept.evidence
    },
  )
  onUnmounted(stop)
  const of = computed(
    () => new Map((evidence.value ?? []).map((seenMember) => [seenMember.member, seenMember])),
  )
  const asked = computed(() =>
    contract.value && modules.value && round.value
      ? {
          tag: contract.value.tag,
          modules: modules.value,
          listen: membersOf(contract.value, 'event').map((member) => member.name),
          reads: membersOf(contract.value, 'prop').map((member) => member.name),
          cases: round.value.cases,
        }
      : undefined,
  )
  return { evidence, of, asked, round, tried, problem, run, stop, fail }
}
