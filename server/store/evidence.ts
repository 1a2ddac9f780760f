import { createHash } from 'node:crypto'
import { z } from 'zod'
import { firstUsage } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { componentTitle, memberKey } from '~~/core/contract/contract'
import { evidenceSchema, trialVersion, type Evidence } from '~~/core/evidence/evidence'
import type { Only } from '~~/core/evidence/only'
import { sortedSettings, type Combination } from '~~/core/variants/combination'
import { problemSchema, type Problem } from '~~/core/problem'
import type { Component } from './components'
import { providedFor, type KeptProvisions, type Provided } from '~~/core/provisions'
import type { Store } from './database'

/** How a component stands on the shelf where nobody chose a face. */
export const faceOf = ({ tag, contract, face, first }: Component, prefix: string): Usage =>
  face ?? first ?? firstUsage(contract, componentTitle(tag, prefix))

/**
 * What the evidence for a component depends on: what it is built to, how it stands, the members it is said to
 * have, what is provided for it, what must not be used together, and how they are tried.
 */
export const evidenceKey = (
  component: Component,
  prefix: string,
  provided: readonly Provided[],
  never: readonly Combination[],
): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        trialVersion,
        component.build?.entry ?? null,
        faceOf(component, prefix),
        component.contract.members.filter((member) => member.known !== 'comment').map(memberKey),
        provided,
        ...(never.length ? [never.map(({ settings }) => sortedSettings(settings)).sort()] : []),
      ]),
    )
    .digest('hex')

const list = z.array(evidenceSchema)
/**
 * The evidence kept for components as they are now, by their id; what was seen of an earlier state is left
 * out.
 */
export async function evidenceOf(
  db: Store,
  components: readonly Component[],
  prefix: string,
  provisions: readonly KeptProvisions[],
  never: ReadonlyMap<string, readonly Combination[]>,
): Promise<Map<string, { evidence: Evidence[]; made_at: Date }>> {
  const rows: { component_id: string; key: string; evidence: unknown; made_at: Date }[] = await db('evidence')
    .whereIn(
      'component_id',
      components.map((component) => component.id),
    )
    .select('component_id', 'key', 'evidence', 'made_at')
  const now = new Map(
    components.map((component) => [
      component.id,
      evidenceKey(component, prefix, providedFor(provisions, component.tag), never.get(component.tag) ?? []),
    ]),
  )
  return new Map(
    rows
      .filter((row) => now.get(row.component_id) === row.key)
      .map((row) => [row.component_id, { evidence: list.parse(row.evidence), made_at: row.made_at }]),
  )
}

export const keepEvidence = (
  db: Store,
  component: string,
  key: string,
  evidence: Evidence[],
  by: string | null,
): Promise<unknown> =>
  db('evidence')
    .insert({
      component_id: component,
      key,
      evidence: JSON.stringify(evidence),
      made_by: by,
      made_at: db.fn.now(),
    })
    .onConflict('component_id')
    .merge()

export interface EvidenceRun {
  id: string
  library_id: string
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'
  done: number
  total: number
  problems: Problem[]
  /** Tags of components that were tried in it, seen or not. */ tried: string[]
  /** The component that somebody waits for. */ first: string | null
  /** What alone is seen of each; everything where it is `null`. */ kept_to: Only | null
  made_by: string | null
  made_at: Date
}
const problems = z.array(problemSchema)
const read = (row: EvidenceRun | undefined): EvidenceRun | undefined =>
  row && { ...row, problems: problems.parse(row.problems) }

export const evidenceRun = async (db: Store, library: string): Promise<EvidenceRun | undefined> =>
  read(
    await db('evidence_runs')
      .where({ library_id: library })
      .first(
        'id',
        'library_id',
        'state',
        'done',
        'total',
        'problems',
        'tried',
        'first',
        'kept_to',
        'made_by',
        'made_at',
      ),
  )

/**
 * Begins a run over a library, with one of its components before the others; `undefined` where one is under
 * way.
 */
export async function beginEvidence(
  db: Store,
  library: string,
  { total, first, only }: { total: number; first: string | null; only: Only | null },
  by: string,
): Promise<string | undefined> {
  const [row] = await db('evidence_runs')
    .insert({ library_id: library, state: 'waiting', total, first, kept_to: only, made_by: by })
    .onConflict('library_id')
    .merge({
      id: db.raw('gen_random_uuid()'),
      state: 'waiting',
      done: 0,
      total,
      first,
      kept_to: only,
      problems: '[]',
      tried: db.raw("'{}'"),
      made_by: by,
      made_at: db.fn.now(),
      moved_at: db.fn.now(),
    })
    .whereRaw(`evidence_runs.state not in ('waiting', 'running')`)
    .returning('id')
  return row?.id
}

/** Tells how far a run has come; `false` where it was cancelled or ended meanwhile. */
export const moveEvidence = async (
  db: Store,
  id: string,
  change: { state?: EvidenceRun['state']; done?: number; problems?: Problem[] },
): Promise<boolean> =>
  (await db('evidence_runs')
    .where({ id })
    .whereIn('state', ['waiting', 'running'])
    .update({
      ...change,
      ...(change.problems ? { problems: JSON.stringify(change.problems) } : {}),
      moved_at: db.fn.now(),
    })) === 1

/** Notes that a component was tried in a run, so that the next turn leaves it out. */
export const noteTried = (db: Store, id: string, tag: string): Promise<number> =>
  db('evidence_runs')
    .where({ id })
    .update({ tried: db.raw('array_append(tried, ?)', [tag]) })

const interrupted: Problem = {
  code: 'interrupted',
  what: 'The server stopped while components were being tried. What was seen until then is kept.',
  todo: 'Try the rest again.',
}

/**
 * Runs that nobody works at any more end, and say so; one that waits for its turn is not among them. Answers
 * the libraries they were of.
 */
export async function failStaleEvidence(db: Store, seconds: number): Promise<string[]> {
  const rows: { library_id: string }[] = (
    await db.raw(
      `update evidence_runs set state = 'failed',
         problems = (problems::jsonb || cast(:problem as jsonb))::json, moved_at = now()
       where moved_at < now() - make_interval(secs => :seconds) and (state = 'running' or (state = 'waiting'
         and not exists (
            select 1 from pgboss.job
            where name = 'evidence' and data->>'run' = evidence_runs.id::text
              and pgboss.job.state in ('created', 'retry', 'active'))))
       returning library_id`,
      { seconds, problem: JSON.stringify([interrupted]) },
    )
  ).rows
  return rows.map((row) => row.library_id)
}
