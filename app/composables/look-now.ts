import { z } from 'zod'
import type { Only } from '~~/core/evidence/only'
import type { Problem } from '~~/core/problem'

/**
 * Has a browser on the server look at whatever is not known of the library as it is now, or at one kind of
 * that; the component named first comes before the others. Says how far a run is once it knows.
 */
export function useLookNow(
  problems: Ref<Problem[]>,
  { first, only }: { first?: Ref<string>; only?: Only } = {},
) {
  const store = useLibrary()
  const { isBusy, act } = useActs(problems)
  onMounted(() => {
    if (!store.evidence) void store.loadEvidence().catch(() => undefined)
  })
  const look = () =>
    act(async () => {
      const query = { first: first?.value, only }
      await ask(z.object({}), `/libraries/${store.slug}/evidence`, { method: 'POST', query })
      await store.loadEvidence()
    })
  return { isBusy, look }
}
