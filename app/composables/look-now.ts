import { z } from 'zod'
import type { Problem } from '~~/core/problem'

/**
 * Has a browser on the server look at whatever is not known of the library as it is now, the component named first before
 * the others; says how far a run is once it knows.
 */
export function useLookNow(problems: Ref<Problem[]>, first?: Ref<string>) {
  const store = useLibrary()
  const isBusy = ref(false)
  onMounted(() => {
    if (!store.evidence) void store.loadEvidence().catch(() => undefined)
  })
  async function look() {
    isBusy.value = true
    try {
      const query = first ? `?first=${encodeURIComponent(first.value)}` : ''
      await ask(z.object({}), `/libraries/${store.slug}/evidence${query}`, { method: 'POST' })
      await store.loadEvidence()
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
    isBusy.value = false
  }
  return { isBusy, look }
}
