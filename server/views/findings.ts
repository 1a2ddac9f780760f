import { LRUCache } from 'lru-cache'
import type { Finding } from '~~/core/check/check'
import { usualTierRule } from '~~/core/check/tier-rule'
import { tokenPrefix } from '~~/core/release/package'
import { inChild } from '../build/pool'
import { componentsOf, type Component } from '../store/components'
import type { Store } from '../store/database'
import { iconSettingsOf } from '../store/icons'
import type { Library } from '../store/libraries'
import { isolationStore } from '../store/isolation'
import { hashOf, sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'
import { together } from '../together'
import { themesKey } from './css'

const recent = new LRUCache<string, Finding[]>({
  maxSize: 16_000_000,
  sizeCalculation: (findings) => findings.length * 600 + 1,
  ttl: 600_000,
})
const recentUses = new LRUCache<string, Record<string, string[]>>({ max: 50, ttl: 600_000 })

/**
 * What the rules notice in a library: worked out apart from the requests, remembered while nothing changes.
 */
export async function findingsOf(db: Store, library: Library): Promise<Finding[]> {
  const tiers = library.tier_rule ?? usualTierRule
  const themes = await themesOf(db, library.id)
  const { components, stamp } = await seenInPages(db, library)
  const { store: iconStore } = (await iconSettingsOf(db, library.id)).settings
  const key = `${library.current_revision} ${themesKey(library, themes)} ${JSON.stringify([tiers, iconStore])} ${stamp}`
  const known = recent.get(key)
  if (known) return known
  return together(`findings ${library.id} ${key}`, async () => {
    const isolation = await isolationOf(db, components)
    const input = { ...(await toCheck(db, library)), themes, tiers, isolation, iconStore }
    const findings = await inChild('check', input, library.id)
    recent.set(key, findings)
    return findings
  })
}

/**
 * Components of a library, with a stamp that changes whenever a browser saw anew how they and pages get on.
 */
async function seenInPages(db: Store, { current_revision: revision }: Library) {
  const components = revision ? await componentsOf(db, revision) : []
  const kept = await isolationStore.keys(db, components)
  const stamps = [...kept.values()].map(({ key, made_at }) => `${key} ${made_at.getTime()}`)
  return { components, stamp: hashOf(stamps.sort().join('\n')) }
}
/** What was seen of that last. */
async function isolationOf(db: Store, components: readonly Component[]) {
  const kept = await isolationStore.kept(db, components)
  return components.flatMap(({ id, tag }) => {
    const looked = kept.get(id)
    return looked && !looked.seen.failed ? [{ tag, seen: looked.seen }] : []
  })
}

/** What the sheets of a library use each token for, worked out and remembered likewise. */
export async function usedForOf(db: Store, library: Library): Promise<Record<string, string[]>> {
  const themes = await themesOf(db, library.id)
  const key = `${library.current_revision} ${themesKey(library, themes)}`
  const known = recentUses.get(key)
  if (known) return known
  const uses = await inChild('usedFor', { ...(await toCheck(db, library)), themes }, library.id)
  recentUses.set(key, uses)
  return uses
}

async function toCheck(db: Store, { prefix, current_revision: revision }: Library) {
  const [files, components] = revision
    ? await Promise.all([sourceFiles(db, revision), componentsOf(db, revision)])
    : [[], []]
  return {
    files: [...files],
    contracts: components.map(({ contract }) => contract),
    prefix: tokenPrefix(prefix),
  }
}
