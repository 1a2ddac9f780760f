import { z } from 'zod'
import { problemSchema, type Problem } from '~~/core/problem'
import type { Store } from './database'

/** How work over a whole library fares that a browser on the server does, turn by turn. */
export interface Run {
  id: string
  library_id: string
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'
  done: number
  total: number
  problems: Problem[]
  made_by: string | null
  made_at: Date
}
const problems = z.array(problemSchema)

/** What tells the runs of one kind from those of another. */
interface RunsOf<Asked extends object> {
  table: string
  /** The queue that hands their turns out. */
  queue: string
  /** The columns for what is asked of them, each with what it is in a run that begins. */
  begins: Asked
  interrupted: Problem
}

/**
 * Runs that nobody works at any more end, and say so; one that waits for its turn, by the job that names it as
 * its `run`, is not among them. Answers the libraries they were of.
 */
export async function failStale(
  db: Store,
  seconds: number,
  { table, queue, interrupted }: Pick<RunsOf<object>, 'table' | 'queue' | 'interrupted'>,
): Promise<string[]> {
  const rows: { library_id: string }[] = (
    await db.raw(
      `update :table: as run set state = 'failed',
         problems = (problems::jsonb || cast(:problem as jsonb))::json, moved_at = now()
       where moved_at < now() - make_interval(secs => :seconds) and (state = 'running' or (state = 'waiting'
         and not exists (
            select 1 from pgboss.job
            where name = :queue and data->>'run' = run.id::text
              and pgboss.job.state in ('created', 'retry', 'active'))))
       returning library_id`,
      { table, queue, seconds, problem: JSON.stringify([interrupted]) },
    )
  ).rows
  return rows.map((row) => row.library_id)
}

/** The newest run of one kind over each library; a library has no more than one. */
export const runsIn = <Asked extends object>({ table, queue, begins, interrupted }: RunsOf<Asked>) => ({
  async newest(db: Store, library: string): Promise<(Run & Asked) | undefined> {
    const row = await db(table)
      .where({ library_id: library })
      .first(
        'id',
        'library_id',
        'state',
        'done',
        'total',
        'problems',
        'made_by',
        'made_at',
        ...Object.keys(begins),
      )
    return row && { ...row, problems: problems.parse(row.problems) }
  },
  /** Begins a run over a library; answers its number, or nothing where one is under way. */
  async begin(
    db: Store,
    library: string,
    asked: Partial<Asked> & { total: number },
    by: string,
  ): Promise<string | undefined> {
    const values = { ...begins, ...asked, state: 'waiting', made_by: by }
    const [row] = await db(table)
      .insert({ library_id: library, ...values })
      .onConflict('library_id')
      .merge({
        ...values,
        id: db.raw('gen_random_uuid()'),
        done: 0,
        problems: '[]',
        made_at: db.fn.now(),
        moved_at: db.fn.now(),
      })
      .whereRaw(`??.state not in ('waiting', 'running')`, [table])
      .returning('id')
    return row?.id
  },
  /** Tells how far a run has come; `false` where it was cancelled or ended meanwhile. */
  async move(
    db: Store,
    id: string,
    change: { state?: Run['state']; done?: number; total?: number; problems?: Problem[] },
  ): Promise<boolean> {
    const moved: number = await db(table)
      .where({ id })
      .whereIn('state', ['waiting', 'running'])
      .update({
        ...change,
        ...(change.problems ? { problems: JSON.stringify(change.problems) } : {}),
        moved_at: db.fn.now(),
      })
    return moved === 1
  },
  failStale: (db: Store, seconds: number) => failStale(db, seconds, { table, queue, interrupted }),
})
