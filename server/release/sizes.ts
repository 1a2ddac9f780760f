import { LRUCache } from 'lru-cache'
import { overBudget, type Sent } from '~~/core/release/sizes'
import type { GateFacts } from '~~/core/release/gates/gate'
import { Failure } from '../auth/failure'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { hashOf } from '../store/sources'
import { themesOf } from '../store/themes'
import { together } from '../together'
import { iconsInput } from '../views/icons'
import { packShelf } from './pack'

const recent = new LRUCache<string, Record<string, Sent>>({
  maxSize: 20_000,
  sizeCalculation: (components) => Object.keys(components).length + 1,
  ttl: 3_600_000,
})

/** What each component of the shelf comes to alone, remembered while its source and icons are as they are. */
async function componentsNow(db: Store, library: Library): Promise<Record<string, Sent>> {
  const icons = await iconsInput(db, library, await themesOf(db, library.id))
  const key = hashOf(JSON.stringify([library.id, library.current_revision, icons]))
  const known = recent.get(key)
  if (known) return known
  return together(`sizes ${key}`, async () => {
    const { packed } = await packShelf(db, library, { version: '0.0.0', notes: '' }, true)
    recent.set(key, packed.weights)
    return packed.weights
  })
}

/** What the gate of sizes is judged from; what cannot be packed is told by what stands in the way. */
export async function sizesFacts(db: Store, library: Library): Promise<GateFacts['sizes']> {
  const { size_budget: budget } = library
  if (budget === null) return null
  try {
    return { budget, over: overBudget(await componentsNow(db, library), budget) }
  } catch (error) {
    if (error instanceof Failure) return null
    throw error
  }
}
