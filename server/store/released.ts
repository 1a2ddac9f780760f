import { LRUCache } from 'lru-cache'
import { z } from 'zod'
import { summaryRowSchema, type SummaryRow } from '~~/core/accessible/summary'
import { contractSchema, type Contract } from '~~/core/contract/contract'
import { packageFacts } from '~~/core/release/package-facts'
import type { PackageFacts } from '~~/core/release/rules/rule'
import type { Theme } from '~~/core/tokens/themes'
import type { Store } from './database'
import { saidAt, withSaid } from './said'

// What a release holds besides its package; none of it ever changes.

/** Contracts by release: what a release holds never changes. Ten thousand components are kept. */
const recent = new LRUCache<string, Contract[]>({
  maxSize: 10_000,
  sizeCalculation: (contracts) => contracts.length + 1,
})

/** What a release had of every component; it never changes. */
export async function contractsAt(db: Store, release: string): Promise<readonly Contract[]> {
  const known = recent.get(release)
  if (known) return known
  const row: { contracts: unknown } | undefined = await db('releases')
    .where({ id: release })
    .first('contracts')
  const contracts = contractSchema.array().parse(row?.contracts ?? [])
  recent.set(release, contracts)
  return contracts
}

const accessibleByTag = z.record(z.string(), z.array(summaryRowSchema))

/** All that a release holds that another, or the shelf, is compared with. */
export async function heldBy(
  db: Store,
  release: string,
): Promise<{
  contracts: Contract[]
  accessible: Record<string, SummaryRow[]>
  themes: Theme[]
  package: PackageFacts
  languages: string[]
  icons: string[]
  deprecatedIcons: Record<string, string>
  isPackedElsewhere: boolean
}> {
  const [contracts, said, row, paths] = await Promise.all([
    contractsAt(db, release),
    saidAt(db, release),
    db('releases').where({ id: release }).first('accessible', 'tokens', 'manifest', 'made_via'),
    db('release_files').where({ release_id: release }).pluck('path') as Promise<string[]>,
  ])
  return {
    contracts: withSaid(contracts, said?.words ?? {}),
    accessible: accessibleByTag.parse(row.accessible ?? {}),
    themes: row.tokens,
    package: packageFacts(row.manifest),
    languages: namedIn(paths, 'messages', '.json'),
    icons: namedIn(paths, 'icons', '.svg'),
    deprecatedIcons: said?.icons ?? {},
    isPackedElsewhere: row.made_via === 'client',
  }
}

/** The names of files of a kind in a folder of a package. */
const namedIn = (paths: readonly string[], folder: string, ending: string): string[] =>
  paths
    .filter((path) => path.startsWith(`${folder}/`) && path.endsWith(ending))
    .map((path) => path.slice(folder.length + 1, -ending.length))

/**
 * What stood on the shelf when a version was made: its tokens, how they show icons, and the revision its
 * source came from.
 */
export async function standingAt(
  db: Store,
  release: string,
): Promise<{ tokens: Theme[]; iconsCss: string; revision: string | undefined }> {
  const row = await db('releases').where({ id: release }).first('tokens', 'icons_css', 'revision_id')
  return { tokens: row.tokens, iconsCss: row.icons_css, revision: row.revision_id ?? undefined }
}

/** The revision a release was packed from, with its files by path; nothing where it was packed elsewhere. */
export async function revisionOfRelease(
  db: Store,
  release: string,
): Promise<{ number: number; note: string; files: { path: string; hash: string }[] } | undefined> {
  const row: { id: string; number: number; note: string } | undefined = await db('releases')
    .join('revisions', 'revisions.id', 'releases.revision_id')
    .where('releases.id', release)
    .first('revisions.id', 'number', 'note')
  if (!row) return undefined
  const files: { path: string; hash: string }[] = await db('revision_files')
    .where({ revision_id: row.id })
    .orderByRaw('path collate "C"')
    .select('path', 'hash')
  return { number: row.number, note: row.note, files }
}
