import type { Finding } from '~~/core/check/check'
import { findingsSchema, type Findings, type Waiver } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** A finding by its rule and what it is about. */
export const findingKey = ({ rule, about }: Pick<Finding, 'rule' | 'about'>): string => `${rule} ${about}`

/**
 * What rules notice in the library that is looked at, and what of that is waived; kept up as that changes.
 */
export function useFindings() {
  const store = useLibrary()
  const found = shallowRef<Findings>()
  const problems = ref<Problem[]>([])
  async function load() {
    try {
      found.value = await ask(findingsSchema, `/libraries/${store.slug}/findings`)
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  watch(() => [store.slug, store.findingsStamp], load, { immediate: true })
  const findings = computed(() => found.value?.findings ?? [])
  const waivers = computed(
    () => new Map((found.value?.waivers ?? []).map((waiver) => [findingKey(waiver), waiver] as const)),
  )
  const waiverOf = (finding: Finding): Waiver | undefined => waivers.value.get(findingKey(finding))
  const open = computed(() => findings.value.filter((finding) => !waiverOf(finding)))
  /** Waivers of what no rule notices any more. */
  const stale = computed(() => {
    const now = new Set(findings.value.map(findingKey))
    return [...waivers.value.values()].filter((waiver) => !now.has(findingKey(waiver)))
  })
  return {
    isLoaded: computed(() => found.value !== undefined),
    findings,
    open,
    stale,
    waiverOf,
    tiers: computed(() => found.value?.tiers),
    problems,
    load,
  }
}
