import { contractSchema, type Contract } from '~~/core/contract/contract'
import type { Channels } from '~~/core/release/version'
import type { Theme } from '~~/core/tokens/themes'
import type { Store } from './database'

export interface ReleaseRow {
  id: string; version: string; channel: string; notes: string; manifest: Record<string, unknown>
  integrity: string; shasum: string; unpacked_size: number; file_count: number; size: number; made_by: string | null; made_via: 'desk' | 'client'; made_at: Date
}
const columns = ['releases.id', 'version', 'channel', 'notes', 'manifest', 'integrity', 'shasum', 'unpacked_size', 'file_count', 'people.name as made_by', 'made_via', 'made_at']

/** Every release of a library, oldest first, without tarballs. */
export const releasesOf = (db: Store, library: string): Promise<ReleaseRow[]> =>
  db('releases').leftJoin('people', 'people.id', 'releases.made_by').where({ library_id: library })
    .select(columns).select(db.raw('length(tarball) as size')).orderBy('made_at')

export const releaseFiles = (db: Store, release: string): Promise<{ path: string; size: number }[]> =>
  db('release_files').where({ release_id: release }).select('path', 'size').orderBy('path')

export async function channelsOf(db: Store, library: string): Promise<Channels> {
  const rows: { name: string; version: string }[] = await db('channels').join('releases', 'releases.id', 'channels.release_id')
    .where('channels.library_id', library).select('channels.name', 'releases.version').orderBy('channels.name')
  return Object.fromEntries(rows.map((row) => [row.name, row.version]))
}

/** What changes whenever a package document would: a stamp for its ETag. */
export async function packageStamp(db: Store, library: string): Promise<string> {
  const { rows } = await db.raw(
    `select (select count(*) from releases where library_id = ?) || '-' || coalesce((select string_agg(name || release_id, ',' order by name) from channels where library_id = ?), '') as stamp`,
    [library, library],
  )
  return rows[0].stamp
}

export async function tarballOf(db: Store, library: string, version: string): Promise<{ tarball: Buffer; integrity: string } | undefined> {
  return db('releases').where({ library_id: library, version }).first('tarball', 'integrity')
}

export interface NewRelease {
  version: string; channel: string; notes: string; manifest: object; contracts: Contract[]; tokens: Theme[]
  tarball: Uint8Array; integrity: string; shasum: string; unpackedSize: number; files: { path: string; size: number }[]; via: 'desk' | 'client'
}

/**
 * Makes a release visible, whole: the version, its files, its place in the channel. The caller holds
 * the transaction. A second release of one version breaks the constraint `releases_version`.
 */
export async function addRelease(db: Store, library: string, release: NewRelease, by: string): Promise<string> {
  const [{ id }] = await db('releases')
    .insert({
      library_id: library, version: release.version, channel: release.channel, notes: release.notes, manifest: JSON.stringify(release.manifest),
      contracts: JSON.stringify(release.contracts), tokens: JSON.stringify(release.tokens), tarball: Buffer.from(release.tarball), integrity: release.integrity,
      shasum: release.shasum, unpacked_size: release.unpackedSize, file_count: release.files.length, made_by: by, made_via: release.via,
    })
    .returning('id')
  await db('release_files').insert(release.files.map((file) => ({ release_id: id, ...file })))
  await setChannel(db, library, release.channel, id)
  return id
}

export const setChannel = (db: Store, library: string, name: string, release: string): Promise<unknown> =>
  db('channels').insert({ library_id: library, name, release_id: release }).onConflict(['library_id', 'name']).merge()

export const dropChannel = (db: Store, library: string, name: string): Promise<number> => db('channels').where({ library_id: library, name }).delete()

/** Publishing to one library happens one at a time; the lock goes with the transaction. */
export const lockReleases = (db: Store, library: string): Promise<unknown> => db.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [`releases:${library}`])

/** The contracts of the newest release that has them: one published from outside has none. */
export async function latestContracts(db: Store, library: string): Promise<Contract[] | undefined> {
  const latest = await latestFromDesk(db, library)
  return latest && (await db('releases').where({ id: latest.id }).first('contracts'))?.contracts
}

/** The release that the shelf is compared with. */
export const latestFromDesk = (db: Store, library: string): Promise<{ id: string; version: string } | undefined> =>
  db('releases').where({ library_id: library, made_via: 'desk' }).orderBy('made_at', 'desc').first('id', 'version')

/** One component as each version from the desk had it, the first version first; what a release holds never changes. */
export async function contractsOfComponent(db: Store, library: string, tag: string): Promise<{ version: string; made_at: Date; contract: Contract | undefined }[]> {
  const rows: { version: string; made_at: Date; contract: unknown }[] = await db('releases').where({ library_id: library, made_via: 'desk' }).orderBy('made_at')
    .select('version', 'made_at', db.raw("(select one from jsonb_array_elements(contracts) as one where one->>'tag' = ? limit 1) as contract", [tag]))
  return rows.map(({ version, made_at, contract }) => ({ version, made_at, contract: contract ? contractSchema.parse(contract) : undefined }))
}

/** What stood on the shelf when a version was made: its tokens, and the revision its source came from. */
export async function standingAt(db: Store, release: string): Promise<{ tokens: Theme[]; revision: string | undefined }> {
  const row = await db('releases').where({ id: release }).first('tokens', 'library_id', 'made_at')
  const revision = await db('revisions').where({ library_id: row.library_id }).where('made_at', '<=', row.made_at).orderBy('number', 'desc').first('id')
  return { tokens: row.tokens, revision: revision?.id }
}
