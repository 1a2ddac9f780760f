import { shallowRef } from 'vue'
import type { Router } from 'vue-router'

export type AddressChanges = Readonly<Record<string, string | undefined>>

/** What was asked of the address and does not stand in it yet. */
export const pendingAddress = shallowRef<AddressChanges>({})

/**
 * Puts values into the query of the page's address; one that is undefined is taken out. Whatever changes the
 * address of a page goes through here: each change carries those before it that have not arrived, since a
 * navigation that another overtakes leaves nothing behind.
 */
export async function changeAddress(router: Router, changes: AddressChanges): Promise<void> {
  const now = { ...pendingAddress.value, ...changes }
  pendingAddress.value = now
  const { query, hash } = router.currentRoute.value
  await router.replace({ query: { ...query, ...now }, hash })
  if (pendingAddress.value === now) pendingAddress.value = {}
}
