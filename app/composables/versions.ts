import type { z } from 'zod'
import type { Problem } from '~~/core/problem'
import { versionedSchema } from '~~/core/wire'

type Published = z.infer<typeof versionedSchema>

/** The newest version of a component, and what each version had that was asked for so far. */
export function useVersions(tag: Ref<string>) {
  const store = useLibrary()
  const published = shallowRef<Published>()
  const versions = shallowRef<ReadonlyMap<string, Published>>(new Map())
  const problems = ref<Problem[]>([])
  /**
   * Asks for a version, the newest where none is named; what comes after another component is looked at is
   * left.
   */
  async function fetchVersion(version?: string): Promise<Published | undefined> {
    const of = tag.value
    const query = version === undefined ? '' : `?version=${encodeURIComponent(version)}`
    try {
      const found = await ask(versionedSchema, `/libraries/${store.slug}/components/${of}/published${query}`)
      if (of !== tag.value) return undefined
      if (found.version !== null) versions.value = new Map([...versions.value, [found.version, found]])
      return found
    } catch (error) {
      problems.value = problemsOf(error)
      return undefined
    }
  }
  watch(
    tag,
    async () => {
      versions.value = new Map()
      problems.value = []
      if (store.find(tag.value)) published.value = await fetchVersion()
    },
    { immediate: true },
  )
  return {
    published,
    versions,
    problems,
    async loadVersion(version: string) {
      if (!versions.value.has(version)) await fetchVersion(version)
    },
  }
}
