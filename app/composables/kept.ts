import type { WatchSource } from 'vue'
import type { z } from 'zod'

/**
 * What people keep of a component at an address of its own, as it is now or as the version had it that is looked
 * at; with what went wrong when it was asked or changed.
 */
export function useKept<T>(
  address: Readonly<Ref<string>>,
  schema: z.ZodType<T[]>,
  watched: WatchSource[] = [],
) {
  const store = useLibrary()
  const ofVersion = () => address.value + queryOf({ version: store.version })
  const { answer, problems, load, ready } = useAnswer(schema, ofVersion, watched)
  const kept = computed(() => answer.value ?? [])
  const { act } = useActs(problems)
  /** Does something, asks for what is kept anew, and says whether it went well. */
  const attempt = (work: () => Promise<unknown>) => act(() => work().then(load))
  return { kept, problems, load, ready, attempt }
}
