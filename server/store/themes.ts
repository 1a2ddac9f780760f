import { withValue, tokenDocumentSchema, type TokenDocument } from '~~/core/tokens/document'
import type { Theme } from '~~/core/tokens/themes'
import type { Store } from './database'

export interface KeptTheme extends Theme { revision: number }

export async function themesOf(db: Store, library: string): Promise<KeptTheme[]> {
  const rows = await db('themes').where({ library_id: library }).select('name', 'title', 'built_on', 'document', 'revision').orderBy(['position', 'name'])
  return rows.map((row) => ({ name: row.name, title: row.title, on: row.built_on, document: tokenDocumentSchema.parse(row.document), revision: row.revision }))
}

export const addTheme = (db: Store, library: string, theme: Theme, position: number): Promise<unknown> =>
  db('themes').insert({ library_id: library, name: theme.name, title: theme.title, built_on: theme.on, document: JSON.stringify(theme.document), position })

export interface TokenEdit { id: string; theme: string; path: string; before: unknown; after: unknown; by: string | null; at: Date }

export const latestEdits = (db: Store, library: string, most = 20): Promise<TokenEdit[]> =>
  db('token_edits').leftJoin('people', 'people.id', 'token_edits.made_by').where({ library_id: library, undone: false })
    .select('token_edits.id', 'theme', 'path', 'before', 'after', 'people.name as by', 'made_at as at').orderBy('token_edits.id', 'desc').limit(most)

/** Puts another document in a theme's place, if its revision is still the one it was changed from. */
async function replace(trx: Store, library: string, theme: string, document: TokenDocument, from: number): Promise<boolean> {
  const rows = await trx('themes').where({ library_id: library, name: theme, revision: from }).update({ document: JSON.stringify(document), revision: from + 1 }).returning('name')
  return rows.length === 1
}

export interface Change { theme: string; path: string; before: unknown; after: unknown; document: TokenDocument }

/** Writes one edit, or the whole file where `path` is empty. `false` where somebody changed the theme meanwhile. */
export async function editTokens(db: Store, library: string, change: Change, from: { revision: number; document: TokenDocument }, by: string): Promise<boolean> {
  return db.transaction(async (trx) => {
    if (!(await replace(trx, library, change.theme, change.document, from.revision))) return false
    await trx('token_edits').insert({
      library_id: library, theme: change.theme, path: change.path, document_before: JSON.stringify(from.document),
      before: JSON.stringify(change.before ?? null), after: JSON.stringify(change.after ?? null), made_by: by,
    })
    return true
  })
}

/** Takes the newest edit back. `undefined` where there is none. The other edits since stay as they are. */
export async function undoTokens(db: Store, library: string): Promise<{ theme: string; path: string } | undefined> {
  return db.transaction(async (trx) => {
    const edit = await trx('token_edits').where({ library_id: library, undone: false }).orderBy('id', 'desc').first().forUpdate()
    if (!edit) return undefined
    const theme = await trx('themes').where({ library_id: library, name: edit.theme }).first().forUpdate()
    const now = tokenDocumentSchema.parse(theme.document)
    const document = edit.path === '' ? tokenDocumentSchema.parse(edit.document_before) : withValue(now, edit.path, edit.before ?? undefined)
    await replace(trx, library, edit.theme, document, theme.revision)
    await trx('token_edits').where({ id: edit.id }).update({ undone: true })
    return { theme: edit.theme, path: edit.path }
  })
}
