import { record } from './audit'
import { notify, type Store } from './database'
import { lockLibrary } from './libraries'

/** A width a library gives a name to, in CSS pixels. */
export interface NamedWidth {
  name: string
  width: number
}

/** The widths of a library that have names, the narrowest first. */
export const widthsOf = (db: Store, library: string): Promise<NamedWidth[]> =>
  db('widths').where({ library_id: library }).orderBy(['width', 'name']).select('name', 'width')

/**
 * Gives a width a name, or the name another width; `null` takes the name away. `false` where the
 * library has as many names as it may. Counted and written under the library's lock.
 */
export function nameWidth(
  db: Store,
  library: { id: string; slug: string },
  name: string,
  width: number | null,
  by: string,
  most: number,
): Promise<boolean> {
  return db.transaction(async (trx) => {
    await lockLibrary(trx, library.id)
    const known = await widthsOf(trx, library.id)
    if (width === null) await trx('widths').where({ library_id: library.id, name }).delete()
    else {
      if (known.length >= most && !known.some((named) => named.name === name)) return false
      const row = { library_id: library.id, name, width, made_by: by }
      await trx('widths')
        .insert(row)
        .onConflict(['library_id', 'name'])
        .merge({ width, made_by: by, made_at: trx.fn.now() })
    }
    await record(trx, 'width named', { library: library.id, person: by }, { name, width })
    await notify(trx, { library: library.slug, what: 'widths' })
    return true
  })
}
