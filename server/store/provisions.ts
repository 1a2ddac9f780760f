import { createHash } from 'node:crypto'
import { isEmpty, type KeptProvisions, type Provisions } from '~~/core/provisions'
import type { Store } from './database'

const pathOf = (script: string, hash: string) => (script.trim() ? `/p/${hash}.js` : null)

/** All provisions of a library, that of the whole library first. */
export async function provisionsOf(db: Store, library: string): Promise<KeptProvisions[]> {
  const rows: (Provisions & { scope: string; script_hash: string; revision: number })[] = await db(
    'provisions',
  )
    .where({ library_id: library })
    .orderBy('scope')
    .select('scope', 'styles', 'around', 'script', 'script_hash', 'data', 'revision')
  return rows.map(({ script_hash, ...row }) => ({ ...row, module: pathOf(row.script, script_hash) }))
}

/**
 * Keeps provisions over the revision somebody saw, from 0 where there were none; `false` where somebody else
 * was first. Empty ones are taken away.
 */
export async function keepProvisions(
  db: Store,
  library: string,
  scope: string,
  provisions: Provisions,
  over: number,
  by: string,
): Promise<boolean> {
  if (isEmpty(provisions))
    return (
      (await db('provisions').where({ library_id: library, scope, revision: over }).delete()) === 1 ||
      over === 0
    )
  const row = {
    ...provisions,
    script_hash: createHash('sha256').update(provisions.script).digest('hex'),
    revision: over + 1,
    made_by: by,
    made_at: db.fn.now(),
  }
  if (over === 0)
    return (
      (
        await db('provisions')
          .insert({ library_id: library, scope, ...row })
          .onConflict(['library_id', 'scope'])
          .ignore()
          .returning('scope')
      ).length === 1
    )
  return (await db('provisions').where({ library_id: library, scope, revision: over }).update(row)) === 1
}

export const provisionsScript = async (db: Store, hash: string): Promise<string | undefined> =>
  (await db('provisions').where({ script_hash: hash }).first('script'))?.script
