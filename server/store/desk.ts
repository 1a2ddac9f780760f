import type { DeskView } from '~~/core/wire'
import type { Store } from './database'

/** Why a gate may be passed by the next version though it does not hold, and who says so. */
export interface GateWaiver {
  gate: string
  reason: string
  by: string | null
  made_at: Date
}

export const gateWaivers = (db: Store, library: string): Promise<GateWaiver[]> =>
  db('gate_waivers')
    .leftJoin('people', 'people.id', 'gate_waivers.made_by')
    .where({ library_id: library })
    .select('gate', 'reason', 'people.name as by', 'made_at')

export const waiveGate = (
  db: Store,
  library: string,
  gate: string,
  reason: string,
  by: string,
): Promise<unknown> =>
  db('gate_waivers')
    .insert({ library_id: library, gate, reason, made_by: by })
    .onConflict(['library_id', 'gate'])
    .merge({ reason, made_by: by, made_at: db.fn.now() })

/** Takes a waiver back; answers how many there were. */
export const dropGateWaiver = (db: Store, library: string, gate: string): Promise<number> =>
  db('gate_waivers').where({ library_id: library, gate }).delete()

/** Notes that somebody wrote for the next version. */
export async function draftOf(db: Store, library: string): Promise<DeskView['draft']> {
  const row: { notes: string; by: string | null; made_at: Date } | undefined = await db('release_drafts')
    .leftJoin('people', 'people.id', 'release_drafts.made_by')
    .where({ library_id: library })
    .first('notes', 'people.name as by', 'made_at')
  return row ?? null
}

export const keepDraft = (db: Store, library: string, notes: string, by: string): Promise<unknown> =>
  db('release_drafts')
    .insert({ library_id: library, notes, made_by: by })
    .onConflict('library_id')
    .merge({ notes, made_by: by, made_at: db.fn.now(3) })

export const dropDraft = (db: Store, library: string): Promise<number> =>
  db('release_drafts').where({ library_id: library }).delete()

/** What was prepared for a version goes with it: what was waived was waived for that one. */
export const clearDesk = (trx: Store, library: string): Promise<unknown> =>
  Promise.all([dropDraft(trx, library), trx('gate_waivers').where({ library_id: library }).delete()])
