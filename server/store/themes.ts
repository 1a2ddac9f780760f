import type { Act } from '~~/core/trail'
import { LRUCache } from 'lru-cache'
import { tokenDocumentSchema, valueAt, withValue, type TokenDocument } from '~~/core/tokens/document'
import type { Theme } from '~~/core/tokens/themes'
import { record } from './audit'
import { notify, type Store } from './database'

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

export interface TokenEdit {
  id: string
  theme: string
  path: string
  before: unknown
  after: unknown
  by: string | null
  at: Date
}

export const latestEdits = (db: Store, library: string, most = 20): Promise<TokenEdit[]> =>
  db('token_edits')
    .leftJoin('people', 'people.id', 'token_edits.made_by')
    .where({ library_id: library, undone: false, renamed_to: null })
    .select('token_edits.id', 'theme', 'path', 'before', 'after', 'people.name as by', 'made_at as at')
    .orderBy('token_edits.id', 'desc')
    .limit(most)

/** What an edit says, for the trail and for whoever wants it back. */
interface Edit {
  theme: string
  path: string
  before: unknown
  after: unknown
  from: TokenDocument
  document: TokenDocument
}

/**
 * Writes an edit: the theme's next document, the edit itself, its line in the trail, and the news. The caller
 * holds the theme's row.
 */
async function write(
  trx: Store,
  library: { id: string; slug: string },
  edit: Edit,
  act: Act,
  by: string,
): Promise<{ id: string; revision: number }> {
  const at = { library_id: library.id, name: edit.theme }
  const [{ revision }] = await trx('themes')
    .where(at)
    .update({ document: JSON.stringify(edit.document), revision: trx.raw('revision + 1') })
    .returning('revision')
  const [{ id }] = await trx('token_edits')
    .insert({
      library_id: library.id,
      theme: edit.theme,
      path: edit.path,
      document_before: JSON.stringify(edit.from),
      before: JSON.stringify(edit.before ?? null),
      after: JSON.stringify(edit.after ?? null),
      made_by: by,
    })
    .returning('id')
  await record(
    trx,
    act,
    { library: library.id, person: by },
    { theme: edit.theme, path: edit.path, edit: id },
  )
  await notify(trx, { library: library.slug, what: 'tokens' })
  return { id, revision }
}

/** A theme's row, held until the transaction ends. */
async function held(trx: Store, library: string, theme: string): Promise<KeptTheme | undefined> {
  const row = await trx('themes')
    .where({ library_id: library, name: theme })
    .forUpdate()
    .first('name', 'title', 'built_on', 'document', 'revision')
  return (
    row && {
      name: row.name,
      title: row.title,
      on: row.built_on,
      document: tokenDocumentSchema.parse(row.document),
      revision: row.revision,
    }
  )
}

const same = (left: unknown, other: unknown): boolean =>
  JSON.stringify(left ?? null) === JSON.stringify(other ?? null)

export type Edited = { written: true; id: string; revision: number } | { written: false; theirs: unknown }

/**
 * Gives one token of a theme another value, over the value somebody saw there; `undefined` takes it
 * out. Where another stands there meanwhile nothing is written, and that comes back. What others did
 * to other tokens since stays.
 */
export function editToken(
  db: Store,
  library: { id: string; slug: string },
  at: { theme: string; path: string },
  values: { seen: unknown; next: unknown; type?: string | undefined },
  by: string,
): Promise<Edited> {
  return db.transaction(async (trx) => {
    const theme = await held(trx, library.id, at.theme)
    const now = theme && valueAt(theme.document, at.path)
    if (!theme || !same(now, values.seen)) return { written: false, theirs: now ?? null }
    const document = withValue(theme.document, at.path, values.next, values.type)
    return {
      written: true,
      ...(await write(
        trx,
        library,
        { ...at, before: now, after: values.next, from: theme.document, document },
        'token changed',
        by,
      )),
    }
  })
}

/** Puts a whole file in a theme's place, over the revision somebody saw. */
export function replaceFile(
  db: Store,
  library: { id: string; slug: string },
  name: string,
  document: TokenDocument,
  seen: number,
  by: string,
): Promise<Edited> {
  return db.transaction(async (trx) => {
    const theme = await held(trx, library.id, name)
    if (theme?.revision !== seen) return { written: false, theirs: theme?.revision ?? null }
    const edit = { theme: name, path: '', before: null, after: null, from: theme.document, document }
    return { written: true, ...(await write(trx, library, edit, 'token file brought in', by)) }
  })
}

/**
 * Gives a theme the document that a rename makes of it, over the revision it was worked out from; `false` where it is
 * another by now. The caller holds the transaction.
 */
export async function replaceDocument(
  trx: Store,
  library: string,
  over: { theme: string; revision: number },
  document: TokenDocument,
  { from, to }: { from: string; to: string },
  by: string,
): Promise<boolean> {
  const theme = await held(trx, library, over.theme)
  if (theme?.revision !== over.revision) return false
  await trx('themes')
    .where({ library_id: library, name: over.theme })
    .update({ document: JSON.stringify(document), revision: over.revision + 1 })
  await trx('token_edits').insert({
    library_id: library,
    theme: over.theme,
    path: from,
    renamed_to: to,
    document_before: JSON.stringify(theme.document),
    made_by: by,
  })
  return true
}

export type Undone =
  | { is: 'undone'; theme: string; path: string }
  | { is: 'none' }
  | { is: 'changed'; theirs: unknown }
  | { is: 'file' }

/**
 * Takes one edit back, by its number: what it put there must still stand there. An edit of a whole
 * file is only for whoever may bring files in, and only while nothing came after it.
 */
export function undoEdit(
  db: Store,
  library: { id: string; slug: string },
  id: string,
  mayFiles: boolean,
  by: string,
): Promise<Undone> {
  return db.transaction(async (trx) => {
    const edit = await trx('token_edits')
      .where({ library_id: library.id, id, undone: false, renamed_to: null })
      .forUpdate()
      .first()
    if (!edit) return { is: 'none' }
    if (edit.path === '' && !mayFiles) return { is: 'file' }
    const theme = (await held(trx, library.id, edit.theme))!
    const at = { theme: edit.theme, path: edit.path }
    const later = trx('token_edits')
      .where({ library_id: library.id, theme: edit.theme, undone: false })
      .where('id', '>', id)
    if (edit.path === '' ? await later.first('id') : !same(valueAt(theme.document, edit.path), edit.after)) {
      return { is: 'changed', theirs: edit.path === '' ? null : (valueAt(theme.document, edit.path) ?? null) }
    }
    const document =
      edit.path === ''
        ? tokenDocumentSchema.parse(edit.document_before)
        : withValue(theme.document, edit.path, edit.before ?? undefined)
    await trx('themes')
      .where({ library_id: library.id, name: edit.theme })
      .update({ document: JSON.stringify(document), revision: theme.revision + 1 })
    await trx('token_edits').where({ id }).update({ undone: true })
    await record(trx, 'token edit taken back', { library: library.id, person: by }, { ...at, edit: id })
    await notify(trx, { library: library.slug, what: 'tokens' })
    return { is: 'undone', ...at }
  })
}
