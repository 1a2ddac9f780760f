import type { Finding } from '~~/core/check/check'
import { findingsSchema, type Waiver } from '~~/core/wire'

/** A finding by its rule and what it is about. */
export const findingKey = ({ rule, about }: Pick<Finding, 'rule' | 'about'>): string => `${rule} ${about}`

/**
 * What rules notice in the library that is looked at, and what of that is waived; kept up as that changes.
 */
export function useFindings() {
  const store = useLibrary()
  const {
    answer: found,
    problems,
    load,
  } = useAnswer(findingsSchema, () => `/libraries/${store.slug}/findings`, [() => store.findingsStamp])
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
