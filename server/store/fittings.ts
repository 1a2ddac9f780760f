import type { FittingChange } from '~~/core/tokens/fitting'
import { isWithin, movedPath } from '~~/core/tokens/paths'
import { mapReferences } from '~~/core/tokens/references'
import type { Fitting } from '~~/core/wire'
import type { Store } from './database'

interface ChangeRow extends Omit<FittingChange, 'value'> {
  fitting: string
  value: FittingChange['value'] | null
  by: string | null
  made_at: Date
}

/** The fittings of a library, oldest first, each with its changes in the order in which they were made. */
export async function fittingsOf(db: Store, library: string): Promise<Fitting[]> {
  const [rows, changes]: [Omit<Fitting, 'changes'>[], ChangeRow[]] = await Promise.all([
    db('fittings')
      .leftJoin('people', 'people.id', 'fittings.made_by')
      .where({ library_id: library })
      .orderBy('fittings.made_at')
      .select('fittings.id', 'fittings.name', 'people.name as by', 'fittings.made_at'),
    db('fitting_changes')
      .leftJoin('people', 'people.id', 'fitting_changes.made_by')
      .where({ library_id: library })
      .orderBy(['fitting_changes.made_at', 'path'])
      .select(
        'fitting_id as fitting',
        'theme',
        'path',
        'value',
        'seen',
        'people.name as by',
        'fitting_changes.made_at',
      ),
  ])
  return rows.map((row) => ({
    ...row,
    changes: changes
      .filter(({ fitting }) => fitting === row.id)
      .map(({ theme, path, value, seen, by, made_at }) => ({
        theme,
        path,
        seen,
        by,
        made_at,
        ...(value === null ? {} : { value }),
      })),
  }))
}

/** A fitting of a library, held until the transaction ends. */
export async function heldFitting(trx: Store, library: string, id: string): Promise<Fitting | undefined> {
  const row = await trx('fittings').where({ library_id: library, id }).forUpdate().first('id')
  return row && (await fittingsOf(trx, library)).find((fitting) => fitting.id === id)
}

/** The id of a new fitting; nothing where one of that name came first. */
export async function addFitting(
  db: Store,
  library: string,
  name: string,
  by: string,
): Promise<string | undefined> {
  const [row]: { id: string }[] = await db('fittings')
    .insert({ library_id: library, name, made_by: by })
    .onConflict(['library_id', 'name'])
    .ignore()
    .returning('id')
  return row?.id
}

export const dropFitting = (db: Store, library: string, id: string): Promise<number> =>
  db('fittings').where({ library_id: library, id }).delete()

/**
 * Gives a token a value in a fitting, in the place of what it had there and of what that was held against.
 */
export const putChange = (
  db: Store,
  library: string,
  fitting: string,
  { theme, path, value, seen }: FittingChange,
  by: string,
): Promise<unknown> => {
  const written = value === undefined ? null : JSON.stringify(value)
  return db('fitting_changes')
    .insert({
      library_id: library,
      fitting_id: fitting,
      theme,
      path,
      value: written,
      seen: JSON.stringify(seen),
      made_by: by,
    })
    .onConflict(['fitting_id', 'theme', 'path'])
    .merge({ value: written, seen: JSON.stringify(seen), made_by: by, made_at: db.fn.now() })
}

export const dropChange = (
  db: Store,
  fitting: string,
  { theme, path }: Pick<FittingChange, 'theme' | 'path'>,
): Promise<number> => db('fitting_changes').where({ fitting_id: fitting, theme, path }).delete()

/** A token or a group has another path: what is tried with it follows. */
export async function renameInFittings(
  trx: Store,
  library: string,
  move: { from: string; to: string },
): Promise<void> {
  const rows: (Omit<ChangeRow, 'fitting'> & { fitting_id: string })[] = await trx('fitting_changes')
    .where({ library_id: library })
    .select('fitting_id', 'theme', 'path', 'value', 'seen')
  // an alias that a rename left is written over, and what was tried with it goes
  const [gone, kept] = [
    rows.filter(({ path }) => isWithin(path, move.to)),
    rows.filter(({ path }) => !isWithin(path, move.to)),
  ]
  for (const { fitting_id, theme, path } of gone)
    await trx('fitting_changes').where({ fitting_id, theme, path }).delete()
  const follow = (value: unknown): string =>
    JSON.stringify(
      mapReferences(value, (reference) => ({ ...reference, path: movedPath(reference.path, move) })),
    )
  for (const { fitting_id, theme, path, value, seen } of kept)
    await trx('fitting_changes')
      .where({ fitting_id, theme, path })
      .update({
        path: movedPath(path, move),
        value: value === null ? null : follow(value),
        seen: follow(seen),
      })
}
