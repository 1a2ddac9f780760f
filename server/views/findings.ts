import { LRUCache } from 'lru-cache'
import type { Finding } from '~~/core/check/check'
import { usualTierRule } from '~~/core/check/tier-rule'
import { tokenPrefix } from '~~/core/release/package'
import { inChild } from '../build/pool'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'
import { themesKey } from './css'

const recent = new LRUCache<string, Finding[]>({
  maxSize: 16_000_000,
  sizeCalculation: (findings) => findings.length * 600 + 1,
  ttl: 600_000,
})

/**
 * What the rules notice in a library: worked out apart from the requests, remembered while nothing changes.
 */
export async function findingsOf(db: Store, library: Library): Promise<Finding[]> {
  const { id, prefix, current_revision: revision } = library
  const tiers = library.tier_rule ?? usualTierRule
  const themes = await themesOf(db, id)
  const key = `${revision} ${themesKey(library, themes)} ${JSON.stringify(tiers)}`
  const known = recent.get(key)
  if (known) return known
  const [files, components] = revision
    ? await Promise.all([sourceFiles(db, revision), componentsOf(db, revision)])
    : [[], []]
  const findings = await inChild(
    'check',
    {
      files: [...files],
      contracts: components.map(({ contract }) => contract),
      themes,
      prefix: tokenPrefix(prefix),
      tiers,
    },
    id,
  )
  recent.set(key, findings)
  return findings
}
