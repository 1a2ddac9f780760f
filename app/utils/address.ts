import { shallowRef } from 'vue'
import type { Router } from 'vue-router'

export type AddressChanges = Readonly<Record<string, string | undefined>>

/** What was asked of the address and does not stand in it yet. */
export const pendingAddress = shallowRef<AddressChanges>({})

/** The path of the page that a navigation under way leads to, for routers that `followNavigations` knows. */
const destinations = new WeakMap<Router, string>()

/** Knows from here on where each navigation of this router leads, until it is there or has failed. */
export function followNavigations(router: Router): void {
  router.beforeEach((to) => {
    destinations.set(router, to.path)
  })
  router.afterEach((to) => {
    if (destinations.get(router) === to.path) destinations.delete(router)
  })
  // a page whose code did not come is gone to no more
  router.onError(() => {
    destinations.delete(router)
  })
}

/**
 * Puts values into the query of the page's address; one that is undefined is taken out. Whatever changes the
 * address of a page goes through here: each change carries those before it that have not arrived, since a
 * navigation that another overtakes leaves nothing behind. While somebody leaves for another page nothing is
 * changed: it would keep them here.
 */
export async function changeAddress(router: Router, changes: AddressChanges): Promise<void> {
  const destination = destinations.get(router)
  if (destination !== undefined && destination !== router.currentRoute.value.path) {
    pendingAddress.value = {}
    return
  }
  const now = { ...pendingAddress.value, ...changes }
  pendingAddress.value = now
  const { query, hash } = router.currentRoute.value
  await router.replace({ query: { ...query, ...now }, hash })
  if (pendingAddress.value === now) pendingAddress.value = {}
}
