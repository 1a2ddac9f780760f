import { createHash } from 'node:crypto'
import { z } from 'zod'
import { firstUsage } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { componentTitle, memberKey } from '~~/core/contract/contract'
import { evidenceSchema, trialVersion, type Evidence } from '~~/core/evidence/evidence'
import type { Only } from '~~/core/evidence/only'
import { sortedSettings, type Combination } from '~~/core/variants/combination'
import type { Component } from './components'
import { providedFor, type KeptProvisions, type Provided } from '~~/core/provisions'
import type { Store } from './database'
import { runsIn, type Run } from './runs'

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

/** What is asked of a run in which components are tried. */
interface AskedOfEvidence {
  /** Tags of components that were tried in it, seen or not. */
  tried: string[]
  /** The component that somebody waits for. */
  first: string | null
  /** What alone is seen of each; everything where it is `null`. */
  kept_to: Only | null
}
export type EvidenceRun = Run & AskedOfEvidence

export const evidenceRuns = runsIn<AskedOfEvidence>({
  table: 'evidence_runs',
  queue: 'evidence',
  begins: { tried: [], first: null, kept_to: null },
  interrupted: {
    code: 'interrupted',
    what: 'The server stopped while components were being tried. What was seen until then is kept.',
    todo: 'Try the rest again.',
  },
})

/** Notes that a component was tried in a run, so that the next turn leaves it out. */
export const noteTried = (db: Store, id: string, tag: string): Promise<number> =>
  db('evidence_runs')
    .where({ id })
    .update({ tried: db.raw('array_append(tried, ?)', [tag]) })
