import {
  isSameWritten,
  nodeAt,
  tokenDocumentSchema,
  valueAt,
  withNode,
  withValue,
  type TokenDocument,
} from '~~/core/tokens/document'
import type { Act } from '~~/core/trail'
import { record } from './audit'
import { notify, type Store } from './database'
import type { KeptTheme } from './themes'

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
    if (!theme || !isSameWritten(now, values.seen)) return { written: false, theirs: now ?? null }
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
 * Whether all themes of a library are at these revisions, and no other is there; held until the transaction
 * ends.
 */
export async function themesAreAt(
  trx: Store,
  library: string,
  seen: Readonly<Record<string, number>>,
): Promise<boolean> {
  const rows: { name: string; revision: number }[] = await trx('themes')
    .where({ library_id: library })
    .forUpdate()
    .select('name', 'revision')
  return (
    rows.length === Object.keys(seen).length && rows.every(({ name, revision }) => seen[name] === revision)
  )
}

/**
 * Gives a theme the document that a rename makes of it. The caller holds the transaction, and the theme's
 * row.
 */
export async function replaceDocument(
  trx: Store,
  library: string,
  theme: string,
  document: TokenDocument,
  { from, to }: { from: string; to: string },
  by: string,
): Promise<void> {
  await trx('token_edits').insert({
    library_id: library,
    theme,
    path: from,
    renamed_to: to,
    document_before: trx('themes').where({ library_id: library, name: theme }).select('document'),
    made_by: by,
  })
  await trx('themes')
    .where({ library_id: library, name: theme })
    .update({ document: JSON.stringify(document), revision: trx.raw('revision + 1') })
}

export type Undone =
  | { is: 'undone'; theme: string; path: string }
  | { is: 'none' }
  | { is: 'changed'; theirs: unknown }
  | { is: 'file' }

/**
 * A document with what stood at a path before: a token that was taken out comes back with all that was said
 * of it.
 */
function restored(document: TokenDocument, path: string, before: unknown, was: TokenDocument): TokenDocument {
  const node = nodeAt(was, path)
  return nodeAt(document, path) || before === null || !node
    ? withValue(document, path, before ?? undefined)
    : withNode(document, path.split('.'), node)
}

/**
 * Takes a token out of every theme that gives it a value; the edits that this makes.
 */
export const removeToken = (
  db: Store,
  library: { id: string; slug: string },
  path: string,
  by: string,
): Promise<string[]> =>
  db.transaction(async (trx) => {
    const names: { name: string }[] = await trx('themes').where({ library_id: library.id }).select('name')
    const edits: string[] = []
    for (const { name } of names) {
      const { document } = (await held(trx, library.id, name))!
      const before = valueAt(document, path)
      if (before === undefined) continue
      const next = withValue(document, path, undefined)
      const edit = { theme: name, path, before, after: null, from: document, document: next }
      edits.push((await write(trx, library, edit, 'token changed', by)).id)
    }
    return edits
  })

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
    if (
      edit.path === ''
        ? await later.first('id')
        : !isSameWritten(valueAt(theme.document, edit.path), edit.after)
    ) {
      return { is: 'changed', theirs: edit.path === '' ? null : (valueAt(theme.document, edit.path) ?? null) }
    }
    const document =
      edit.path === ''
        ? tokenDocumentSchema.parse(edit.document_before)
        : restored(theme.document, edit.path, edit.before, tokenDocumentSchema.parse(edit.document_before))
    await trx('themes')
      .where({ library_id: library.id, name: edit.theme })
      .update({ document: JSON.stringify(document), revision: theme.revision + 1 })
    await trx('token_edits').where({ id }).update({ undone: true })
    await record(trx, 'token edit taken back', { library: library.id, person: by }, { ...at, edit: id })
    await notify(trx, { library: library.slug, what: 'tokens' })
    return { is: 'undone', ...at }
  })
}
