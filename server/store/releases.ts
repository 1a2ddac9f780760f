import type { SummaryRow } from '~~/core/accessible/summary'
import { contractSchema, type Contract } from '~~/core/contract/contract'
import { sizesSchema, type Sizes } from '~~/core/release/sizes'
import type { Channels } from '~~/core/release/version'
import type { Theme } from '~~/core/tokens/themes'
import type { ReleaseRecord } from '~~/core/wire'
import { isRead } from './compared-releases'
import type { Store } from './database'
import type { Said } from './said'

export interface ReleaseRow {
  id: string
  version: string
  channel: string
  notes: string
  manifest: Record<string, unknown>
  integrity: string
  shasum: string
  unpacked_size: number
  file_count: number
  size: number
  made_by: string | null
  made_via: 'desk' | 'client'
  made_at: Date
  deprecated: string | null
  record: ReleaseRecord
}
const columns = [
  'deprecations.message as deprecated',
  'releases.id',
  'version',
  'channel',
  'notes',
  'manifest',
  'integrity',
  'shasum',
  'unpacked_size',
  'file_count',
  'people.name as made_by',
  'made_via',
  'releases.made_at',
  'record',
]

/** Every release of a library, oldest first, without tarballs. */
export const releasesOf = (db: Store, library: string): Promise<ReleaseRow[]> =>
  rowsOf(db, library).orderBy('releases.made_at')

const rowsOf = (db: Store, library: string) =>
  db('releases')
    .leftJoin('people', 'people.id', 'releases.made_by')
    .leftJoin('deprecations', 'deprecations.release_id', 'releases.id')
    .where({ library_id: library })
    .select(columns)
    .select(db.raw('length(tarball) as size'))

/** One release, by its version or by the channel that names it. */
export async function releaseNamed(
  db: Store,
  library: string,
  name: string,
): Promise<ReleaseRow | undefined> {
  const named = db('channels').where({ library_id: library, name }).select('release_id')
  return rowsOf(db, library)
    .where((where) => void where.where('version', name).orWhereIn('releases.id', named))
    .first()
}

/** The versions of a library, oldest first, with nothing else of them. */
export const versionsOf = async (db: Store, library: string): Promise<{ id: string; version: string }[]> =>
  db('releases').where({ library_id: library }).orderBy('made_at').select('id', 'version')

/**
 * The newest release of each of these libraries: what `latest` names, or the last where nothing is named so.
 */
export const newestReleases = (
  db: Store,
  libraries: string[],
): Promise<(ReleaseRow & { library_id: string })[]> =>
  db('releases')
    .leftJoin('people', 'people.id', 'releases.made_by')
    .leftJoin('deprecations', 'deprecations.release_id', 'releases.id')
    .leftJoin('channels', (join) =>
      join.on('channels.release_id', 'releases.id').andOnVal('channels.name', 'latest'),
    )
    .whereIn('releases.library_id', libraries)
    .distinctOn('releases.library_id')
    .orderBy([
      { column: 'releases.library_id' },
      { column: 'channels.name', order: 'asc', nulls: 'last' },
      { column: 'releases.made_at', order: 'desc' },
    ])
    .select([...columns, 'releases.library_id'])

export const releaseFiles = (db: Store, release: string): Promise<{ path: string; size: number }[]> =>
  db('release_files').where({ release_id: release }).select('path', 'size').orderBy('path')

export async function channelsOf(db: Store, library: string): Promise<Channels> {
  const rows: { name: string; version: string }[] = await db('channels')
    .join('releases', 'releases.id', 'channels.release_id')
    .where('channels.library_id', library)
    .select('channels.name', 'releases.version')
    .orderBy('channels.name')
  return Object.fromEntries(rows.map((row) => [row.name, row.version]))
}

/** What changes whenever a package document would: a stamp for its ETag. */
export async function packageStamp(db: Store, library: string): Promise<string> {
  const { rows } = await db.raw(
    `select (select count(*) from releases where library_id = :library) || '-'
       || coalesce((
            select string_agg(name || release_id, ',' order by name)
            from channels where library_id = :library), '') || '-'
       || coalesce((
            select string_agg(release_id::text || deprecations.made_at, ',' order by release_id)
            from deprecations join releases on releases.id = release_id
            where library_id = :library), '') as stamp`,
    { library },
  )
  return rows[0].stamp
}

export async function tarballOf(
  db: Store,
  library: string,
  version: string,
): Promise<{ tarball: Buffer; integrity: string } | undefined> {
  return db('releases').where({ library_id: library, version }).first('tarball', 'integrity')
}

export interface NewRelease {
  version: string
  channel: string
  notes: string
  manifest: object
  contracts: Contract[]
  /** What assistive technology was told of each component, by tag, where a browser was asked. */
  accessible?: Readonly<Record<string, SummaryRow[]>>
  tokens: Theme[]
  /** The CSS by which its themes show icons. */
  iconsCss?: string
  tarball: Uint8Array
  integrity: string
  shasum: string
  unpackedSize: number
  files: { path: string; size: number }[]
  via: 'desk' | 'client'
  /** The revision whose source it was made from; none where it came from outside. */
  revision: string | null
  record?: ReleaseRecord
  /** What it comes to; nothing of one that came from outside. */
  sizes?: Sizes
  /** What people said of its components; nothing of one that came from outside. */
  said?: Said
}

/**
 * Makes a release visible, whole: the version, its files, its place in the channel. The caller holds
 * the transaction. A second release of one version breaks the constraint `releases_version`.
 */
export async function addRelease(
  db: Store,
  library: string,
  release: NewRelease,
  by: string,
): Promise<string> {
  const [{ id }] = await db('releases')
    .insert({
      library_id: library,
      version: release.version,
      channel: release.channel,
      notes: release.notes,
      manifest: JSON.stringify(release.manifest),
      contracts: JSON.stringify(release.contracts),
      accessible: JSON.stringify(release.accessible ?? {}),
      tokens: JSON.stringify(release.tokens),
      icons_css: release.iconsCss ?? '',
      tarball: Buffer.from(release.tarball),
      integrity: release.integrity,
      shasum: release.shasum,
      unpacked_size: release.unpackedSize,
      file_count: release.files.length,
      made_by: by,
      made_via: release.via,
      revision_id: release.revision,
      record: JSON.stringify(release.record ?? {}),
      sizes: release.sizes ? JSON.stringify(release.sizes) : null,
      said: release.said ? JSON.stringify(release.said) : null,
    })
    .returning('id')
  await db('release_files').insert(release.files.map((file) => ({ release_id: id, ...file })))
  await setChannel(db, library, release.channel, id)
  return id
}

export const setChannel = (db: Store, library: string, name: string, release: string): Promise<unknown> =>
  db('channels')
    .insert({ library_id: library, name, release_id: release })
    .onConflict(['library_id', 'name'])
    .merge()

export const dropChannel = (db: Store, library: string, name: string): Promise<number> =>
  db('channels').where({ library_id: library, name }).delete()

/** Publishing to one library happens one at a time; the lock goes with the transaction. */
export const lockReleases = (db: Store, library: string): Promise<unknown> =>
  db.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [`releases:${library}`])

/** What the versions of the desk come to that remember it, the oldest first. */
export async function sizesByVersion(
  db: Store,
  library: string,
): Promise<{ version: string; sizes: Sizes }[]> {
  const rows: { version: string; sizes: unknown }[] = await db('releases')
    .where({ library_id: library })
    .whereNotNull('sizes')
    .orderBy('made_at')
    .select('version', 'sizes')
  return rows.map(({ version, sizes }) => ({ version, sizes: sizesSchema.parse(sizes) }))
}

/**
 * One component as each version had it whose contracts are known, the first version first; what a release
 * holds never changes.
 */
export async function contractsOfComponent(
  db: Store,
  library: string,
  tag: string,
): Promise<{ version: string; made_at: Date; contract: Contract | undefined }[]> {
  const rows: { version: string; made_at: Date; contract: unknown }[] = await db('releases')
    .where({ library_id: library })
    .where(isRead)
    .orderBy('made_at')
    .select(
      'version',
      'made_at',
      db.raw(
        "(select one from jsonb_array_elements(contracts) as one where one->>'tag' = ? limit 1) as contract",
        [tag],
      ),
    )
  return rows.map(({ version, made_at, contract }) => ({
    version,
    made_at,
    contract: contract ? contractSchema.parse(contract) : undefined,
  }))
}

/**
 * Says of versions that they are not to be used any more, and why; an empty message takes that back. The
 * caller holds the transaction.
 */
export async function deprecate(trx: Store, release: string, message: string, by: string): Promise<void> {
  if (message === '') await trx('deprecations').where({ release_id: release }).delete()
  else
    await trx('deprecations')
      .insert({ release_id: release, message, made_by: by })
      .onConflict('release_id')
      .merge({ message, made_by: by, made_at: trx.fn.now() })
}
