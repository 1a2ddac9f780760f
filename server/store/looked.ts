import type { z } from 'zod'
import type { Store } from './database'

/** What was seen of one component, when, and a key of all that it depends on. */
export interface Looked<Seen> {
  key: string
  seen: Seen
  made_at: Date
}

/**
 * What a browser saw of components, one row for each in a table of its own, which has the column `column` for
 * it. What was kept in a shape of before is as if nobody had looked.
 */
export const lookedIn = <Seen>(table: string, column: string, schema: z.ZodType<Seen>) => ({
  /** By the ids of components. */
  async kept(db: Store, components: readonly { id: string }[]): Promise<Map<string, Looked<Seen>>> {
    const ids = components.map(({ id }) => id)
    const rows: { component_id: string; key: string; seen: unknown; made_at: Date }[] = await db(table)
      .whereIn('component_id', ids)
      .select('component_id', 'key', { seen: column }, 'made_at')
    return new Map(
      rows.flatMap(({ component_id, key, seen, made_at }) => {
        const read = schema.safeParse(seen)
        return read.success ? [[component_id, { key, seen: read.data, made_at }] as const] : []
      }),
    )
  },
  /** Of what each is that is kept, without all of it: the key of what it depended on, and when. */
  async keys(
    db: Store,
    components: readonly { id: string }[],
  ): Promise<Map<string, Omit<Looked<Seen>, 'seen'>>> {
    const ids = components.map(({ id }) => id)
    const rows: { component_id: string; key: string; made_at: Date }[] = await db(table)
      .whereIn('component_id', ids)
      .select('component_id', 'key', 'made_at')
    return new Map(rows.map(({ component_id, ...looked }) => [component_id, looked]))
  },
  keep: (db: Store, component: string, key: string, seen: Seen): Promise<unknown> =>
    db(table)
      .insert({ component_id: component, key, [column]: JSON.stringify(seen), made_at: db.fn.now() })
      .onConflict('component_id')
      .merge(),
})
