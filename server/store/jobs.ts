import { z } from 'zod'
import { originSchema } from '~~/core/origin'
import { problemSchema } from '~~/core/problem'
import { renameSchema } from '~~/core/wire'
import { brokenUnique, type Store } from './database'

/** What bringing source in ended with: how the shelf changed, and what could not be read. */
export const bringInResultSchema = z.object({
  revision: z.number().int().optional(),
  added: z.array(z.string()),
  changed: z.array(z.string()),
  gone: z.array(z.string()),
  same: z.number().int(),
  problems: z.array(problemSchema),
})
export type BringInResult = z.infer<typeof bringInResultSchema>

export const bringInInputSchema = z.object({
  note: z.string(),
  files: z.array(z.object({ path: z.string(), hash: z.string() })),
  removed: z.array(z.string()),
  /** The files are the whole library: what was there and is not among them is gone. */
  whole: z.boolean().default(false),
  /** What of an upload was left aside before the job began. */
  aside: z.array(problemSchema).default([]),
  /** Where the job fetches the files from, and a sealed secret for it. */
  origin: originSchema.optional(),
  secret: z.string().optional(),
  /** A component that is begun with these files, and gets its first example once it stands on the shelf. */
  begun: z.string().optional(),
  /** A token that gets another path: what it makes of the files is worked out when the job begins. */
  rename: renameSchema.optional(),
  /** A token that took another's place, by the number of that, which is taken back. */
  takeBack: z.string().optional(),
})
export type BringInInput = z.infer<typeof bringInInputSchema>

export interface Job {
  id: string
  library_id: string
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'
  step: string
  input: BringInInput
  result: BringInResult | null
  made_by: string | null
  made_at: Date
}

const read = (row: Job | undefined): Job | undefined =>
  row && {
    ...row,
    input: bringInInputSchema.parse(row.input),
    result: row.result && bringInResultSchema.parse(row.result),
  }

export const job = async (db: Store, id: string): Promise<Job | undefined> =>
  read(await db('jobs').where({ id }).first())

export const lastJob = async (db: Store, library: string): Promise<Job | undefined> =>
  read(await db('jobs').where({ library_id: library }).orderBy('made_at', 'desc').first())

/** A new job, or `undefined` while one for the same library is waiting or running. */
export async function addJob(
  db: Store,
  library: string,
  input: BringInInput,
  by: string,
): Promise<string | undefined> {
  try {
    const [row] = await db('jobs')
      .insert({ library_id: library, kind: 'bring-in', input: JSON.stringify(input), made_by: by })
      .returning('id')
    return row.id
  } catch (error) {
    if (brokenUnique(error) === 'jobs_one_at_a_time') return undefined
    throw error
  }
}

/**
 * Moves a job on; `false` where it was cancelled or ended meanwhile. Its step is told only where it is
 * another.
 */
export async function stepJob(db: Store, id: string, step: string): Promise<'new' | 'same' | false> {
  const rows: { before: string }[] = (
    await db.raw(
      `update jobs set state = 'running', step = :step, touched_at = now()
       from (select id, step as before from jobs where id = :id for update) as old
       where jobs.id = old.id and state in ('waiting', 'running') returning old.before`,
      { id, step },
    )
  ).rows
  return rows[0] ? (rows[0].before === step ? 'same' : 'new') : false
}

/** Says that somebody still works at a job, however long its step takes or waits for its turn. */
export const touchJob = (db: Store, id: string): Promise<number> =>
  db('jobs').where({ id, state: 'running' }).update({ touched_at: db.fn.now() })

/**
 * Ends a job; `false` where it had ended before. What was secret in it goes; the rest stays, as the
 * record of what was brought in. Given a transaction, what the job did and its end are one.
 */
export const endJob = async (
  db: Store,
  id: string,
  state: 'done' | 'failed' | 'cancelled',
  result?: BringInResult,
): Promise<boolean> =>
  (await db('jobs')
    .where({ id })
    .whereIn('state', ['waiting', 'running'])
    .update({
      state,
      result: result ? JSON.stringify(result) : null,
      touched_at: db.fn.now(),
      input: db.raw("input - 'secret'"),
    })) === 1

const interrupted = {
  added: [],
  changed: [],
  gone: [],
  same: 0,
  problems: [
    {
      code: 'interrupted',
      what: 'The server stopped while this was going on. The shelf is as it was before.',
      todo: 'Bring the source in again.',
    },
  ],
} satisfies BringInResult

/**
 * Jobs that nobody works at any more fail, so that others may begin: those nobody touched for a while,
 * whose process died, and those that wait and stand in no queue. One that waits for its turn is not stale.
 */
export const failStaleJobs = (db: Store, seconds: number): Promise<number> =>
  db('jobs')
    .whereRaw(
      `(state = 'running' and touched_at < now() - make_interval(secs => :seconds))
       or (state = 'waiting' and touched_at < now() - make_interval(secs => :seconds)
        and not exists (
           select 1 from pgboss.job
           where name = 'bring-in' and data->>'job' = jobs.id::text
             and pgboss.job.state in ('created', 'retry', 'active')))`,
      { seconds },
    )
    .update({ state: 'failed', input: db.raw("input - 'secret'"), result: JSON.stringify(interrupted) })

/** How many jobs wait in each queue that has any. */
export async function waitingByQueue(db: Store): Promise<{ queue: string; count: number }[]> {
  const rows: { queue: string; count: string }[] = await db('pgboss.job')
    .whereIn('state', ['created', 'retry'])
    .whereRaw("name not like '\\_\\_%'")
    .groupBy('name')
    .select('name as queue')
    .count('* as count')
  return rows.map(({ queue, count }) => ({ queue, count: Number(count) }))
}
