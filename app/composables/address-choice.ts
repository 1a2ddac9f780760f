import type { Router, RouteLocationNormalizedLoaded } from 'vue-router'

/** Choices not yet in the address: two made in one moment both end there, and what is chosen shows at once. */
const pending = shallowRef<Record<string, string | undefined>>({})

async function settle(router: Router, route: RouteLocationNormalizedLoaded) {
  const now = pending.value
  await router.replace({ query: { ...route.query, ...now }, hash: route.hash })
  if (pending.value === now) pending.value = {}
}

/** A choice of a sentence that stands in the page's address under `name`; the usual one is left out of it. */
export function useAddressChoice(name: string, usual: string): WritableComputedRef<string> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => {
      const value = name in pending.value ? pending.value[name] : route.query[name]
      return typeof value === 'string' ? value : usual
    },
    set: (value) => {
      pending.value = { ...pending.value, [name]: value === usual ? undefined : value }
      void settle(router, route)
    },
  })
}
