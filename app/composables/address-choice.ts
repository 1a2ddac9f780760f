/**
 * A choice of a sentence that stands in the page's address under `name`; the usual one is left out of it.
 * What is chosen shows at once.
 */
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
      const value = name in pendingAddress.value ? pendingAddress.value[name] : route.query[name]
      return typeof value === 'string' ? value : usual
    },
    set: (value) => {
      if (left) return
      void changeAddress(router, { [name]: value === usual ? undefined : value })
    },
  })
}
