import type { Router } from 'vue-router'

/**
 * Choices not yet in the address: two made in one moment both end there, and what is chosen shows at once.
 */
const pending = shallowRef<Record<string, string | undefined>>({})

async function settle(router: Router) {
  const now = pending.value
  const { query, hash } = router.currentRoute.value
  await router.replace({ query: { ...query, ...now }, hash })
  if (pending.value === now) pending.value = {}
}

/** A choice of a sentence that stands in the page's address under `name`; the usual one is left out of it. */
export function useAddressChoice(name: string, usual: string): WritableComputedRef<string> {
  const route = useRoute()
  const router = useRouter()
  // whoever has left the page by now, and hears of something late, has no say in the address any more
  let left = false
  onScopeDispose(() => {
    left = true
  })
  return computed({
    get: () => {
      const value = name in pending.value ? pending.value[name] : route.query[name]
      return typeof value === 'string' ? value : usual
    },
    set: (value) => {
      if (left) return
      pending.value = { ...pending.value, [name]: value === usual ? undefined : value }
      void settle(router)
    },
  })
}
