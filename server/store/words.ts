import type { Knex } from 'knex'
import { factsOf } from '~~/core/contract/aside'
import type { Contract } from '~~/core/contract/contract'
import { wordsByTag, type WordsByTag, type WrittenRow } from '~~/core/words'
import type { Store } from './database'

export interface Words {
  member: string
  text: string
  revision: number
  by: string | null
  at: Date
  facts: string | null
}

export const wordsOf = (db: Store, component: string): Promise<Words[]> =>
  db('words')
    .leftJoin('people', 'people.id', 'words.written_by')
    .where('component_id', component)
    .select('member', 'text', 'revision', 'people.name as by', 'written_at as at', 'facts')

/** Which members of which components of a library have words: tag to member keys. */
export async function writtenMembers(db: Store, library: string): Promise<Map<string, Map<string, string>>> {
  // in which order values stand is no words for them
  const rows = await everyWord(db, library).whereNot('words.member', 'like', 'axis:%')
  const written = new Map<string, Map<string, string>>()
  for (const row of rows) written.set(row.tag, (written.get(row.tag) ?? new Map()).set(row.member, row.text))
  return written
}

/** All that people wrote of the components of a library, the order of their values too. */
export const allWords = async (db: Store, library: string): Promise<WordsByTag> =>
  wordsByTag(await everyWord(db, library))

/** In which order values stand and how far each is, as people arranged them. */
export const arrangements = async (db: Store, library: string): Promise<WordsByTag> =>
  wordsByTag(await everyWord(db, library).where('words.member', 'like', 'axis:%'))

const everyWord = (db: Store, library: string): Knex.QueryBuilder<object, WrittenRow[]> =>
  db('words')
    .join('components', 'components.id', 'words.component_id')
    .where('components.library_id', library)
    .whereNot('words.text', '')
    .orderBy(['components.tag', 'words.member'])
    .select('components.tag', 'words.member', 'words.text')

export const wordsHistory = (db: Store, component: string, member: string): Promise<Words[]> =>
  db('words_history')
    .leftJoin('people', 'people.id', 'words_history.written_by')
    .where({ component_id: component, member })
    .select('member', 'text', 'revision', 'people.name as by', 'written_at as at', 'facts')
    .orderBy('revision', 'desc')

/**
 * Writes words that were begun from a given revision (0: there were none). Where somebody else wrote
 * meanwhile, nothing is written and their words come back. Every version is kept. `facts` is what the
 * source says of the member now.
 */
export async function writeWords(
  db: Store,
  component: string,
  member: string,
  text: string,
  from: number,
  by: string,
  facts: string | null = null,
): Promise<{ written: true; words: Words } | { written: false; theirs: Words | null }> {
  return db.transaction(async (trx) => {
    const values = { text, facts, written_by: by, written_at: trx.fn.now(), revision: from + 1 }
    const rows =
      from === 0
        ? await trx('words')
            .insert({ component_id: component, member, ...values })
            .onConflict(['component_id', 'member'])
            .ignore()
            .returning('revision')
        : await trx('words')
            .where({ component_id: component, member, revision: from })
            .update(values)
            .returning('revision')
    if (rows.length === 1)
      await trx('words_history').insert({
        component_id: component,
        member,
        text,
        facts,
        written_by: by,
        revision: from + 1,
      })
    const now = (await wordsOf(trx, component)).find((words) => words.member === member)
    return rows.length === 1
      ? { written: true as const, words: now! }
      : { written: false as const, theirs: now ?? null }
  })
}

/**
 * Gives one member's words to another that has none; `false` where there is nothing to give or no room for
 * it. Every version of both is kept.
 */
export const moveWords = (
  db: Store,
  component: string,
  from: string,
  to: string,
  facts: string | null,
  by: string,
): Promise<boolean> =>
  db.transaction(async (trx) => {
    const rows: Words[] = await trx('words')
      .where({ component_id: component })
      .whereIn('member', [from, to])
      .forUpdate()
      .select('member', 'text', 'revision')
    const [given, there] = [rows.find((row) => row.member === from), rows.find((row) => row.member === to)]
    if (!given?.text || there?.text) return false
    const emptied = await writeWords(trx, component, from, '', given.revision, by)
    const taken = await writeWords(trx, component, to, given.text, there?.revision ?? 0, by, facts)
    if (!emptied.written || !taken.written)
      throw new Error('words moved under a lock were written by somebody else')
    return true
  })

/**
 * Gives the words of one component to another, those whose place is taken left where they are; how many
 * were given. The caller holds the transaction. Every version of both is kept.
 */
export async function moveAllWords(
  trx: Store,
  from: string,
  to: string,
  contract: Contract,
  by: string,
): Promise<number> {
  const rows: (Words & { component_id: string })[] = await trx('words')
    .whereIn('component_id', [from, to])
    .forUpdate()
    .select('component_id', 'member', 'text', 'revision')
  const there = new Map(rows.filter((row) => row.component_id === to).map((row) => [row.member, row]))
  const given = rows.filter(
    (words) => words.component_id === from && words.text !== '' && !there.get(words.member)?.text,
  )
  if (given.length === 0) return 0
  const written = (
    component: string,
    { member, text, revision, facts }: Pick<Words, 'member' | 'text' | 'revision' | 'facts'>,
  ) => ({ component_id: component, member, text, facts, revision: revision + 1, written_by: by })
  const next = given.flatMap(({ member, text, revision }) => [
    written(from, { member, text: '', revision, facts: null }),
    written(to, {
      member,
      text,
      revision: there.get(member)?.revision ?? 0,
      facts: factsOf(contract, member) ?? null,
    }),
  ])
  await trx('words').insert(next).onConflict(['component_id', 'member']).merge()
  await trx('words_history').insert(next)
  return given.length
}
