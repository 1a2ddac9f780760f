import type { Store } from './database'

/** A width a library gives a name to, in CSS pixels. */
export interface NamedWidth { name: string; width: number }

/** The widths of a library that have names, the narrowest first. */
export const widthsOf = (db: Store, library: string): Promise<NamedWidth[]> => db('widths').where({ library_id: library }).orderBy(['width', 'name']).select('name', 'width')

/** Gives a width a name, or the name another width; `null` takes the name away. */
export async function nameWidth(db: Store, library: string, name: string, width: number | null, by: string): Promise<void> {
  if (width === null) await db('widths').where({ library_id: library, name }).delete()
  else await db('widths').insert({ library_id: library, name, width, made_by: by }).onConflict(['library_id', 'name']).merge({ width, made_by: by, made_at: db.fn.now() })
}
