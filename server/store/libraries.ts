import type { TierRule } from '~~/core/check/tier-rule'
import { originSchema, type Origin } from '~~/core/origin'
import type { Weight } from '~~/core/contract/weight'
import type { GateSetting } from '~~/core/release/gates/gate'
import type { GateSettings } from '~~/core/release/gates/gates'
import type { Weighing } from '~~/core/release/rules/rule'
import type { ReadFrom } from '~~/core/read/read-from'
import type { Readers } from '~~/core/readers'
import type { Store } from './database'

export interface Library {
  id: string
  slug: string
  title: string
  package: string
  prefix: string
  visibility: 'private' | 'open'
  /** Whether it may be read without an account too. */
  visitors: boolean
  current_revision: string | null
  /** What is read of it, where somebody chose. */
  read_from: ReadFrom | null
  /** What it has its tokens refer to, where that is not the usual. */
  tier_rule: TierRule | null
  /** What it makes of differences between versions, and has its gates do, where that is not the usual. */
  weighing: Weighing
  gates: GateSettings
  /** Bytes that one component alone may take with gzip; nothing where it is not asked. */
  size_budget: number | null
  /** SPDX identifiers of licences that what its package brings along may have; nothing for the usual ones. */
  licences: string[] | null
}
const columns = [
  'id',
  'slug',
  'title',
  'package',
  'prefix',
  'visibility',
  'visitors',
  'current_revision',
  'read_from',
  'tier_rule',
  'weighing',
  'gates',
  'size_budget',
  'licences',
].map((text) => `libraries.${text}`)

export const libraryBySlug = (db: Store, slug: string): Promise<Library | undefined> =>
  db('libraries').where({ slug }).first(columns)
export const libraryById = (db: Store, id: string): Promise<Library | undefined> =>
  db('libraries').where({ id }).first(columns)
export const libraryByPackage = (db: Store, name: string): Promise<Library | undefined> =>
  db('libraries').where({ package: name }).first(columns)

/** Whether a library is published under this scope, such as `@marram`. */
export const isScopeOfOurs = async (db: Store, scope: string): Promise<boolean> =>
  (await db('libraries')
    .whereRaw('starts_with(package, ?)', [`${scope}/`])
    .first('id')) !== undefined

/**
 * The libraries a person may see: open ones, and those they have a role in. Administrators see all; nobody
 * sees open ones only.
 */
export const librariesFor = (
  db: Store,
  person: { id: string; administrator: boolean } | undefined,
): Promise<Library[]> =>
  db('libraries')
    .select(columns)
    .orderBy('title')
    .where((where) => {
      if (person?.administrator) return
      where.where('visibility', 'open')
      if (person) where.orWhereIn('id', db('roles').where('person_id', person.id).select('library_id'))
    })

/** The libraries that whoever comes may read, without an account. */
export const librariesForVisitors = (db: Store): Promise<Library[]> =>
  db('libraries').select(columns).orderBy('title').where('visitors', true)

/** Who may read a library besides those who have a role in it. */
export const readersOf = ({ visibility, visitors }: Pick<Library, 'visibility' | 'visitors'>): Readers =>
  visibility === 'private' ? 'staff' : visitors ? 'anyone' : 'accounts'

/** Says who may read a library. */
export const setReaders = (db: Store, library: string, readers: Readers): Promise<unknown> =>
  db('libraries')
    .where({ id: library })
    .update({ visibility: readers === 'staff' ? 'private' : 'open', visitors: readers === 'anyone' })

export const addLibrary = async (
  db: Store,
  library: Pick<Library, 'slug' | 'title' | 'package' | 'prefix' | 'visibility'>,
): Promise<Library> => {
  const [row] = await db('libraries').insert(library).returning('*')
  return row
}

/**
 * Points a library at another revision, if it still points at the one the other was made from; `false` where
 * it does not.
 */
export const moveRevision = async (
  db: Store,
  library: string,
  from: string | null,
  to: string,
): Promise<boolean> =>
  (await db('libraries')
    .where({ id: library })
    .whereRaw('current_revision is not distinct from ?', [from])
    .update({ current_revision: to })) === 1

/** Waits until no other transaction holds the library, and holds it until this one ends. */
export const lockLibrary = (trx: Store, library: string): Promise<unknown> =>
  trx('libraries').where({ id: library }).forUpdate().select('id')

export async function originOf(db: Store, library: string): Promise<Origin | undefined> {
  const row = await db('libraries').where({ id: library }).first('origin')
  return row?.origin ? originSchema.parse(row.origin) : undefined
}
export const setOrigin = (db: Store, library: string, origin: Origin): Promise<unknown> =>
  db('libraries')
    .where({ id: library })
    .update({ origin: JSON.stringify(origin) })

/** Says what is read of a library from its next reading on; nothing where it is to be found out. */
export const setReadFrom = (db: Store, library: string, from: ReadFrom | null): Promise<unknown> =>
  db('libraries').where({ id: library }).update({ read_from: from })

/** Says what tokens of each tier are to refer to. */
export const setTierRule = (db: Store, library: string, rule: TierRule): Promise<unknown> =>
  db('libraries')
    .where({ id: library })
    .update({ tier_rule: JSON.stringify(rule) })

/** Says what differences by a rule of the release desk count as; nothing for what the rule itself says. */
export const setWeighing = (
  db: Store,
  library: string,
  rule: string,
  weight: Weight | null,
): Promise<unknown> => setEntry(db, library, 'weighing', rule, weight)

/** Says what a gate of the release desk does. */
export const setGate = (db: Store, library: string, gate: string, setting: GateSetting): Promise<unknown> =>
  setEntry(db, library, 'gates', gate, setting)

/** Says how many bytes one component alone may take with gzip; nothing for as many as it does. */
export const setSizeBudget = (db: Store, library: string, bytes: number | null): Promise<unknown> =>
  db('libraries').where({ id: library }).update({ size_budget: bytes })

/** Says which licences what its package brings along may have; nothing for the usual ones. */
export const setLicences = (db: Store, library: string, licences: string[] | null): Promise<unknown> =>
  db('libraries').where({ id: library }).update({ licences })

const setEntry = (
  db: Store,
  library: string,
  column: 'weighing' | 'gates',
  name: string,
  value: string | null,
): Promise<unknown> =>
  db('libraries')
    .where({ id: library })
    .update({
      [column]:
        value === null
          ? db.raw('(??::jsonb - ?)::json', [column, name])
          : db.raw('(??::jsonb || jsonb_build_object(?::text, ?::text))::json', [column, name, value]),
    })
