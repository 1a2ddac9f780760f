import type { TokenDocument } from '~~/core/tokens/document'
import { record } from './audit'
import { notify, type Store } from './database'
import type { Spoken } from './renames'
import { sourceFiles } from './sources'
import { replaceDocument, themesAreAt } from './token-edits'
import { writeWords } from './words'

// A token that another one stands for now. What names the other by then cannot be told from what did so
// before: so everything is kept as it was, and taken back as long as nothing came after it.

/** Words and examples as they were and as they are then. */
interface Written {
  words: { component: string; member: string; before: string; after: string }[]
  examples: { id: string; before: ExampleText; after: ExampleText }[]
}
type ExampleText = Omit<Spoken['examples'][number], 'id'>

export interface Replacement extends Written {
  id: string
  replaced: string
  replacement: string
  /** The documents of themes that were changed, as they were. */
  documents: Record<string, TokenDocument>
  /** Paths of files that were changed. */
  files: string[]
  /** The revisions of all themes then. */
  seen: Record<string, number>
  revision_before: string | null
  revision_after: string | null
}

const examplesNow = (trx: Store, ids: readonly string[]): Promise<Spoken['examples']> =>
  trx('examples')
    .whereIn('id', ids)
    .select('id', trx.raw('usage::text as usage'), 'notes', trx.raw('acts::text as acts'))

/** The documents of some themes as they are. */
export async function documentsNow(
  trx: Store,
  library: string,
  themes: readonly string[],
): Promise<Replacement['documents']> {
  const rows: { name: string; document: TokenDocument }[] = await trx('themes')
    .where({ library_id: library })
    .whereIn('name', themes)
    .select('name', 'document')
  return Object.fromEntries(rows.map(({ name, document }) => [name, document]))
}

/**
 * Keeps what a replacement made of a library, once it is written. The caller holds the transaction, and the
 * themes.
 */
export async function keepReplacement(
  trx: Store,
  library: string,
  {
    spoken,
    ...made
  }: Pick<Replacement, 'replaced' | 'replacement' | 'documents' | 'files' | 'revision_before'> & {
    /** Words and examples as they were. */
    spoken: Spoken
  },
  by: string,
): Promise<void> {
  const words: { component: string; member: string; text: string }[] = await trx('words')
    .whereIn(
      'component_id',
      spoken.words.map(({ component }) => component),
    )
    .select('component_id as component', 'member', 'text')
  const textOf = new Map(words.map(({ component, member, text }) => [`${component} ${member}`, text]))
  const examples = new Map(
    (
      await examplesNow(
        trx,
        spoken.examples.map(({ id }) => id),
      )
    ).map(({ id, ...text }) => [id, text]),
  )
  const written: Written = {
    words: spoken.words.map(({ component, member, text }) => ({
      component,
      member,
      before: text,
      after: textOf.get(`${component} ${member}`) ?? text,
    })),
    examples: spoken.examples.map(({ id, ...before }) => ({ id, before, after: examples.get(id) ?? before })),
  }
  const themes: { name: string; revision: number }[] = await trx('themes')
    .where({ library_id: library })
    .select('name', 'revision')
  await trx('token_replacements').insert({
    library_id: library,
    ...made,
    documents: JSON.stringify(made.documents),
    files: JSON.stringify(made.files),
    words: JSON.stringify(written.words),
    examples: JSON.stringify(written.examples),
    seen: JSON.stringify(Object.fromEntries(themes.map(({ name, revision }) => [name, revision]))),
    revision_after: trx('libraries').where({ id: library }).select('current_revision'),
    made_by: by,
  })
}

/** The last time that one token took the place of another, if that was not taken back. */
export const lastReplacement = (
  db: Store,
  library: string,
  which: { replaced: string; replacement: string } | { id: string },
): Promise<Replacement | undefined> =>
  db('token_replacements')
    .where({ library_id: library, undone: false, ...which })
    .orderBy('id', 'desc')
    .first()

/** Files as they were before a replacement; `undefined` where the source is another by now. */
export async function filesBefore(
  db: Store,
  current: string | null,
  { files, revision_before, revision_after }: Replacement,
): Promise<{ path: string; text: string }[] | undefined> {
  if (files.length === 0) return []
  if (revision_before === null || current !== revision_after) return undefined
  const paths = new Set(files)
  return (await sourceFiles(db, revision_before)).filter(({ path }) => paths.has(path))
}

/**
 * Puts themes, words and examples back as they were before a replacement; words and examples that somebody
 * changed since stay. `false` where a theme is another by now. The caller holds the transaction, and writes
 * the files.
 */
export async function takeReplacementBack(
  trx: Store,
  library: { id: string; slug: string },
  replacement: Replacement,
  by: string,
): Promise<boolean> {
  const { id, replaced, documents, words, examples, seen } = replacement
  if (!(await themesAreAt(trx, library.id, seen))) return false
  const move = { from: replacement.replacement, to: replaced }
  for (const [theme, document] of Object.entries(documents))
    await replaceDocument(trx, library.id, theme, document, move, by)
  for (const { component, member, before, after } of words) {
    const now: { text: string; revision: number; facts: string | null } | undefined = await trx('words')
      .where({ component_id: component, member })
      .first('text', 'revision', 'facts')
    if (now?.text === after && before !== after)
      await writeWords(trx, component, member, before, now.revision, by, now.facts)
  }
  const now = new Map(
    (
      await examplesNow(
        trx,
        examples.map((example) => example.id),
      )
    ).map(({ id: example, ...text }) => [example, JSON.stringify(text)]),
  )
  for (const example of examples)
    if (now.get(example.id) === JSON.stringify(example.after))
      await trx('examples').where({ id: example.id }).update(example.before)
  await trx('token_replacements').where({ id }).update({ undone: true })
  await record(trx, 'token replacement taken back', { library: library.id, person: by }, move)
  await notify(trx, { library: library.slug, what: 'tokens' })
  return true
}
