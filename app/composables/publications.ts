import { isUnderWay } from '~~/core/release/publication'
import { attemptBegunSchema, nothingSchema, publicationsSchema, type Publication } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** What an attempt to publish is made with. */
export interface PublishWish {
  version: string
  channel: string
  notes: string
  reason?: string
  rehearsal: boolean
}

/** Attempts to publish a library, kept up while one goes on; `finished` hears of each that ends meanwhile. */
export function usePublications(problems: Ref<Problem[]>, finished: (attempt: Publication) => void) {
  const store = useLibrary()
  const attempts = shallowRef<Publication[]>([])
  const isBusy = ref(false)
  const address = () => `/libraries/${store.slug}/publications`
  const underWay = computed(() => attempts.value.find(isUnderWay))

  async function load() {
    if (!store.may.write) return
    try {
      const before = new Set(attempts.value.filter(isUnderWay).map(({ id }) => id))
      attempts.value = await ask(publicationsSchema, address())
      for (const attempt of attempts.value)
        if (before.has(attempt.id) && !isUnderWay(attempt)) finished(attempt)
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  watch(() => [store.slug, store.publicationsStamp], load, { immediate: true })

  async function act(work: () => Promise<unknown>) {
    isBusy.value = true
    problems.value = []
    try {
      await work()
      await load()
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      isBusy.value = false
    }
  }
  /** Begins an attempt; what comes of it is heard when it ends. */
  const begin = (body: PublishWish) => act(() => ask(attemptBegunSchema, address(), { method: 'POST', body }))
  const stop = (id: string) => act(() => ask(nothingSchema, `${address()}/${id}`, { method: 'DELETE' }))
  return { attempts, underWay, isBusy, begin, stop }
}
