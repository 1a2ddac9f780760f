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
  const address = () => `/libraries/${store.slug}/publications`
  const {
    answer,
    problems: unanswered,
    load,
  } = useAnswer(publicationsSchema, () => (store.may.write ? address() : undefined), [
    () => store.publicationsStamp,
  ])
  const attempts = computed(() => answer.value ?? [])
  const underWay = computed(() => attempts.value.find(isUnderWay))
  watch(attempts, (now, before) => {
    const wereUnderWay = new Set(before.filter(isUnderWay).map(({ id }) => id))
    for (const attempt of now) if (wereUnderWay.has(attempt.id) && !isUnderWay(attempt)) finished(attempt)
  })
  watch(unanswered, (found) => {
    if (found.length) problems.value = found
  })

  const { isBusy, act } = useActs(problems)
  const actAndLoad = (work: () => Promise<unknown>) => act(() => work().then(load))
  /** Begins an attempt; what comes of it is heard when it ends. */
  const begin = (body: PublishWish) =>
    actAndLoad(() => ask(attemptBegunSchema, address(), { method: 'POST', body }))
  const stop = (id: string) =>
    actAndLoad(() => ask(nothingSchema, `${address()}/${id}`, { method: 'DELETE' }))
  return { attempts, underWay, isBusy, begin, stop }
}
