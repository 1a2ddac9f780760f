import type { Knex } from 'knex'
import type { Store } from './database'
import type { ReleaseRow } from './releases'

// The releases that others, and the shelf, are compared with.

/** The releases that were made at the desk, the newest first. */
export const deskReleases = (db: Store, library: string): Promise<{ id: string; version: string }[]> =>
  db('releases')
    .where({ library_id: library, made_via: 'desk' })
    .orderBy('made_at', 'desc')
    .select('id', 'version')

/**
 * The releases whose contracts are known, the newest first: those of the desk, and of clients where they
 * were read.
 */
export const readReleases = (db: Store, library: string): Promise<NamedRelease[]> =>
  db('releases')
    .where({ library_id: library })
    .where(isRead)
    .orderBy('made_at', 'desc')
    .select('id', 'version', 'made_via')

/** A release by its number, and where it was packed. */
type NamedRelease = Pick<ReleaseRow, 'id' | 'version' | 'made_via'>

/** Whether the contracts of a release are known: it was made at the desk, or read. */
export const isRead = (where: Knex.QueryBuilder) =>
  void where.where('made_via', 'desk').orWhereRaw('jsonb_array_length(contracts) > 0')

/**
 * The release that the shelf is compared with: what `latest` names, or else the newest whose contracts
 * are known.
 */
export const latestRead = (db: Store, library: string) => newestOf(db, library, isRead)

/**
 * The release that how the shelf looks is compared with: what `latest` names, or else the newest that was
 * made at the desk.
 */
export const latestFromDesk = (db: Store, library: string) =>
  newestOf(db, library, (where) => void where.where('made_via', 'desk'))

const newestOf = (
  db: Store,
  library: string,
  which: (where: Knex.QueryBuilder) => void,
): Promise<NamedRelease | undefined> =>
  db('releases')
    .leftJoin('channels', (join) =>
      join.on('channels.release_id', 'releases.id').andOnVal('channels.name', 'latest'),
    )
    .where({ 'releases.library_id': library })
    .where(which)
    .orderBy([
      { column: 'channels.name', order: 'asc', nulls: 'last' },
      { column: 'releases.made_at', order: 'desc' },
    ])
    .first('releases.id', 'version', 'made_via')
