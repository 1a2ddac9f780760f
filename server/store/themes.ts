import { LRUCache } from 'lru-cache'
import { tokenDocumentSchema, type TokenDocument } from '~~/core/tokens/document'
import type { Theme } from '~~/core/tokens/themes'
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
}

export async function themesOf(db: Store, library: string): Promise<KeptTheme[]> {
  const of = (names?: string[]) =>
    db('themes')
      .where({ library_id: library })
      .modify((query) => void (names && query.whereIn('name', names)))
  const keyOf = ({ name, revision }: Pick<ThemeRow, 'name' | 'revision'>) => `${library} ${name} ${revision}`
  const rows: ThemeRow[] = await of()
    .select('name', 'title', 'built_on', 'revision')
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
          },
        ]
      : []
  })
}

export const addTheme = (db: Store, library: string, theme: Theme, position: number): Promise<unknown> =>
  db('themes').insert({
    library_id: library,
    name: theme.name,
    title: theme.title,
    built_on: theme.on,
    document: JSON.stringify(theme.document),
    position,
  })
