import { z } from 'zod'
import { problemSchema, type Problem } from '~~/core/problem'
import { stepSchema, type PublicationState, type StepTaken } from '~~/core/release/publication'
import type { Publication } from '~~/core/wire'
import type { Store } from './database'
import { failStale } from './runs'

/** What somebody wants to publish, or only to try out. */
export interface PublicationWish {
  version: string
  channel: string
  notes: string
  /** Why its number may say less than what changed. */
  reason?: string | undefined
  rehearsal: boolean
}
export type PublicationRow = Omit<Publication, 'by'> &
  PublicationWish & { library_id: string; made_by: string | null }

/** Attempts of a library that are kept, the newest first. */
const mostKept = 50
const underWay: PublicationState[] = ['waiting', 'running']
const interrupted: Problem = {
  code: 'interrupted',
  what: 'The server stopped while this was going on. Nothing of the version is out, and its number is free.',
  todo: 'Publish it again.',
}
const steps = z.array(stepSchema)
const problems = z.array(problemSchema)

/** Begins an attempt, and forgets those that are far back; answers its number. */
export async function beginPublication(
  db: Store,
  library: string,
  wish: PublicationWish,
  by: string,
): Promise<string> {
  const [row] = await db('publications')
    .insert({ ...wish, reason: wish.reason ?? null, library_id: library, made_by: by })
    .returning('id')
  await db.raw(
    `delete from publications where library_id = :library and state not in ('waiting', 'running') and id in (
       select id from publications where library_id = :library order by made_at desc offset :mostKept)`,
    { library, mostKept },
  )
  return (row as { id: string }).id
}

export const publicationsOf = async (db: Store, library: string): Promise<Publication[]> =>
  (
    (await db('publications')
      .leftJoin('people', 'people.id', 'publications.made_by')
      .where({ library_id: library })
      .select('publications.*', 'people.name as by')
      .orderBy('publications.made_at', 'desc')
      .limit(mostKept)) as Publication[]
  ).map(read)

export async function publicationOf(
  db: Store,
  library: string,
  id: string,
): Promise<PublicationRow | undefined> {
  const row: PublicationRow | undefined = await db('publications').where({ id, library_id: library }).first()
  return row && read(row)
}
const read = <Row extends { steps: unknown; problems: unknown }>(row: Row): Row => ({
  ...row,
  steps: steps.parse(row.steps),
  problems: problems.parse(row.problems),
})

/** Tells how far an attempt has come; `false` where it was stopped or has ended meanwhile. */
export async function movePublication(
  db: Store,
  id: string,
  change: { state?: PublicationState; steps?: StepTaken[]; problems?: Problem[] },
): Promise<boolean> {
  const moved: number = await db('publications')
    .where({ id })
    .whereIn('state', underWay)
    .update({
      ...change,
      ...(change.steps ? { steps: JSON.stringify(change.steps) } : {}),
      ...(change.problems ? { problems: JSON.stringify(change.problems) } : {}),
      moved_at: db.fn.now(),
    })
  return moved === 1
}

/** Attempts that nobody works at any more have failed; answers the libraries they were of. */
export const failStalePublications = (db: Store, seconds: number): Promise<string[]> =>
  failStale(db, seconds, { table: 'publications', queue: 'publish', interrupted })
