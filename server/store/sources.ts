import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { z } from 'zod'
import type { OwnIcons } from '~~/core/icons/ways'
import { libraryMessagesSchema, type LibraryMessages } from '~~/core/messages/message'
import { problemSchema, type Problem } from '~~/core/problem'
import type { Store } from './database'

export interface SourceFile {
  path: string
  text: string
}
export interface Revision {
  id: string
  number: number
  note: string
  made_by: string | null
  made_at: Date
  problems: Problem[]
}

export const hashOf = (content: string | Uint8Array): string =>
  createHash('sha256').update(content).digest('hex')

/** What a revision says by itself; nothing where it was brought in before that was asked. */
export async function messagesOfRevision(db: Store, id: string): Promise<LibraryMessages | undefined> {
  const messages: unknown = (await db('revisions').where({ id }).first('messages'))?.messages
  return messages ? libraryMessagesSchema.parse(messages) : undefined
}

export async function revision(db: Store, id: string): Promise<Revision | undefined> {
  const row = await db('revisions')
    .leftJoin('people', 'people.id', 'revisions.made_by')
    .where('revisions.id', id)
    .first('revisions.id', 'number', 'note', 'people.name as made_by', 'made_at', 'problems')
  return row && { ...row, problems: z.array(problemSchema).parse(row.problems) }
}

/**
 * Files of revisions that were asked for last, as many as fit into 64 MB: what a revision holds never
 * changes.
 */
const recent = new LRUCache<string, readonly SourceFile[]>({
  maxSize: 64_000_000,
  sizeCalculation: (files) => files.reduce((sum, file) => sum + file.text.length + file.path.length, 1),
})

export const sourceFiles = async (db: Store, revisionId: string): Promise<readonly SourceFile[]> => {
  const known = recent.get(revisionId)
  if (known) return known
  const rows: { path: string; content: Buffer }[] = await db('revision_files')
    .join('blobs', 'blobs.hash', 'revision_files.hash')
    .where('revision_id', revisionId)
    .select('path', 'content')
    .orderBy('path')
  const files = rows.map((row) => ({ path: row.path, text: row.content.toString('utf8') }))
  // a revision is written in one transaction: one that has files has them all
  if (files.length) recent.set(revisionId, files)
  return files
}

export const sourcePaths = async (db: Store, revisionId: string): Promise<string[]> =>
  (await db('revision_files').where('revision_id', revisionId).select('path').orderBy('path')).map(
    (row: { path: string }) => row.path,
  )

export async function sourceFile(db: Store, revisionId: string, path: string): Promise<string | undefined> {
  const row = await db('revision_files')
    .join('blobs', 'blobs.hash', 'revision_files.hash')
    .where({ revision_id: revisionId, path })
    .first('content')
  return row?.content.toString('utf8')
}

/** Parts of a list that fit into one statement: PostgreSQL takes 65,535 values at once. */
const inParts = <T>(list: T[]): T[][] =>
  Array.from({ length: Math.ceil(list.length / 2000) }, (_, i) => list.slice(i * 2000, (i + 1) * 2000))

/** Keeps text by its hash; what is known already is kept once. */
export async function keepFiles(db: Store, files: SourceFile[]): Promise<{ path: string; hash: string }[]> {
  const rows = files.map((file) => ({
    path: file.path,
    hash: hashOf(file.text),
    content: Buffer.from(file.text, 'utf8'),
  }))
  const blobs = [...new Map(rows.map((row) => [row.hash, { hash: row.hash, content: row.content }])).values()]
  for (const part of inParts(blobs)) await db('blobs').insert(part).onConflict('hash').ignore()
  return rows.map(({ path, hash }) => ({ path, hash }))
}

export async function filesByHash(db: Store, files: { path: string; hash: string }[]): Promise<SourceFile[]> {
  const texts = new Map<string, string>()
  for (const part of inParts(files)) {
    const rows: { hash: string; content: Buffer }[] = await db('blobs')
      .whereIn(
        'hash',
        part.map((entry) => entry.hash),
      )
      .select('hash', 'content')
    for (const row of rows) texts.set(row.hash, row.content.toString('utf8'))
  }
  return files.map((file) => ({ path: file.path, text: texts.get(file.hash) ?? '' }))
}

/** The newest revisions of a library, each with whether it is what stands now. */
export const revisionsOf = (
  db: Store,
  library: { id: string; current_revision: string | null },
  most = 60,
): Promise<(Pick<Revision, 'number' | 'note' | 'made_by' | 'made_at'> & { current: boolean })[]> =>
  db('revisions')
    .leftJoin('people', 'people.id', 'revisions.made_by')
    .where({ library_id: library.id })
    .orderBy('number', 'desc')
    .limit(most)
    .select(
      'number',
      'note',
      'people.name as made_by',
      'made_at',
      db.raw('coalesce(revisions.id = ?, false) as current', [library.current_revision]),
    )

/** The files of a revision, by its number, as a job takes them. */
export async function filesOfRevision(
  db: Store,
  library: string,
  number: string,
): Promise<{ path: string; hash: string }[] | undefined> {
  const row = /^[1-9]\d{0,8}$/.test(number)
    ? await db('revisions').where({ library_id: library, number }).first('id')
    : undefined
  return row && db('revision_files').where({ revision_id: row.id }).select('path', 'hash').orderBy('path')
}

/** Keeps files as a new revision. The caller holds the transaction. */
export async function addRevision(
  db: Store,
  library: string,
  files: SourceFile[],
  made: {
    by: string | null
    note: string
    problems: Problem[]
    icons?: OwnIcons
    messages?: LibraryMessages
  },
): Promise<{ id: string; number: number }> {
  const kept = await keepFiles(db, files)
  const most: number | null =
    (await db('revisions').where({ library_id: library }).max({ most: 'number' }))[0]?.most ?? null
  const [row] = await db('revisions')
    .insert({
      library_id: library,
      number: (most ?? 0) + 1,
      note: made.note,
      made_by: made.by,
      problems: JSON.stringify(made.problems),
      icons: made.icons ? JSON.stringify(made.icons) : null,
      messages: made.messages ? JSON.stringify(made.messages) : null,
    })
    .returning(['id', 'number'])
  for (const part of inParts(kept))
    await db('revision_files').insert(part.map((entry) => ({ revision_id: row.id, ...entry })))
  return row
}

/**
 * Which of these files somebody has changed, added or taken out since a revision, by its number; who, and in
 * which revision last.
 */
export async function changedSince(
  db: Store,
  library: { id: string; current_revision: string | null },
  from: number,
  paths: string[],
): Promise<{ path: string; revision: number; by: string | null }[]> {
  const then = await db('revisions').where({ library_id: library.id, number: from }).first('id')
  if (!then || library.current_revision === null || then.id === library.current_revision) return []
  const hashes = async (revision: string) =>
    new Map<string, string>(
      (
        await db('revision_files')
          .where({ revision_id: revision })
          .whereIn('path', paths)
          .select('path', 'hash')
      ).map((row: { path: string; hash: string }) => [row.path, row.hash]),
    )
  const [before, now] = [await hashes(then.id), await hashes(library.current_revision)]
  const last = (await revision(db, library.current_revision))!
  return paths
    .filter((path) => before.get(path) !== now.get(path))
    .map((path) => ({ path, revision: last.number, by: last.made_by }))
}
