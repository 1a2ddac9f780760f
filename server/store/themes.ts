import { LRUCache } from 'lru-cache'
import { tokenDocumentSchema, type TokenDocument } from '~~/core/tokens/document'
import type { Condition } from '~~/core/tokens/condition'
import type { Theme } from '~~/core/tokens/themes'
import type { ChangedTheme } from '~~/core/wire'
import type { Store } from './database'

export interface KeptTheme extends Theme {
  revision: number
}

/**
 * Documents of themes by their revision, some thousands of tokens each: what a revision of a theme says never
 * changes.
 */
const documents = new LRUCache<string, TokenDocument>({ max: 60, ttl: 600_000 })

interface ThemeRow {
  name: string
  title: string
  built_on: string | null
  revision: number
  condition: Condition | null
  axis: string | null
}

export async function themesOf(db: Store, library: string): Promise<KeptTheme[]> {
  const of = (names?: string[]) =>
    db('themes')
      .where({ library_id: library })
      .modify((query) => void (names && query.whereIn('name', names)))
  const keyOf = ({ name, revision }: Pick<ThemeRow, 'name' | 'revision'>) => `${library} ${name} ${revision}`
  const rows: ThemeRow[] = await of()
    .select('name', 'title', 'built_on', 'revision', 'condition', 'axis')
    .orderBy(['position', 'name'])
  const missing = rows.filter((row) => !documents.has(keyOf(row))).map((row) => row.name)
  const fresh = new Map<string, { document: TokenDocument; revision: number }>()
  if (missing.length) {
    const read: { name: string; document: unknown; revision: number }[] = await of(missing).select(
      'name',
      'document',
      'revision',
    )
    for (const { name, document, revision } of read) {
      const parsed = tokenDocumentSchema.parse(document)
      documents.set(keyOf({ name, revision }), parsed)
      fresh.set(name, { document: parsed, revision })
    }
  }
  return rows.flatMap((row): KeptTheme[] => {
    // a theme that moved on between the two questions is told as it is now
    const now = fresh.get(row.name) ?? { document: documents.get(keyOf(row)), revision: row.revision }
    return now.document
      ? [
          {
            name: row.name,
            title: row.title,
            on: row.built_on,
            document: now.document,
            revision: now.revision,
            when: row.condition,
            axis: row.axis,
          },
        ]
      : []
  })
}

/**
 * Adds a theme. Its revisions begin past those of all that are gone: what a revision of a theme says is
 * remembered by its name.
 */
export const addTheme = (db: Store, library: string, theme: Theme, position: number): Promise<unknown> =>
  db('themes').insert({
    library_id: library,
    name: theme.name,
    title: theme.title,
    built_on: theme.on,
    document: JSON.stringify(theme.document),
    condition: theme.when ? JSON.stringify(theme.when) : null,
    axis: theme.axis ?? null,
    position,
    revision: db('libraries').where({ id: library }).select(db.raw('theme_floor + 1')),
  })

/**
 * Gives a theme another title, ground, condition or axis, or another place among the others, counted from
 * 0.
 */
export async function changeTheme(
  trx: Store,
  library: string,
  name: string,
  { title, on, place, when, axis }: ChangedTheme,
): Promise<void> {
  const at = { library_id: library, name }
  if (title !== undefined) await trx('themes').where(at).update({ title })
  if (when !== undefined)
    await trx('themes')
      .where(at)
      .update({ condition: when && JSON.stringify(when) })
  if (axis !== undefined) await trx('themes').where(at).update({ axis })
  // what it comes to is another, though nothing in its own file is
  if (on !== undefined)
    await trx('themes')
      .where(at)
      .update({ built_on: on, revision: trx.raw('revision + 1') })
  if (place === undefined) return
  const rows: { name: string }[] = await trx('themes')
    .where({ library_id: library })
    .orderBy(['position', 'name'])
    .forUpdate()
    .select('name')
  const order = rows.map((row) => row.name).filter((other) => other !== name)
  order.splice(place, 0, name)
  for (const [position, other] of order.entries())
    await trx('themes').where({ library_id: library, name: other }).update({ position })
}

/** Deletes a theme. The caller holds the transaction. */
export async function dropTheme(trx: Store, library: string, name: string): Promise<void> {
  const [gone]: { revision: number }[] = await trx('themes')
    .where({ library_id: library, name })
    .delete()
    .returning('revision')
  if (gone)
    await trx('libraries')
      .where({ id: library })
      .update({ theme_floor: trx.raw('greatest(theme_floor, ?)', [gone.revision]) })
}

/**
 * Examples that stand in a theme, a region of it or with it beside another, by their components and names.
 */
export const examplesIn = async (db: Store, library: string, theme: string): Promise<string[]> =>
  (
    await db('examples')
      .join('components', 'components.id', 'examples.component_id')
      .where('components.library_id', library)
      .where((query) =>
        query
          .whereRaw("examples.surround->>'theme' = ?", [theme])
          .orWhereRaw("jsonb_exists(examples.surround::jsonb->'regions', ?)", [theme])
          .orWhereRaw(
            "exists (select from jsonb_each_text(examples.surround::jsonb->'beside') where value = ?)",
            [theme],
          ),
      )
      .orderBy(['tag', 'name'])
      .select('tag', 'name')
  ).map(({ tag, name }: { tag: string; name: string }) => `${tag} “${name}”`)
