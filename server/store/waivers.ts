import { z } from 'zod'
import { waiverSchema, type Waiver } from '~~/core/wire'
import type { Store } from './database'

/** Findings of a library that are let stand, the newest first. */
export const waiversOf = async (db: Store, library: string): Promise<Waiver[]> =>
  z
    .array(waiverSchema)
    .parse(
      await db('waivers')
        .leftJoin('people', 'people.id', 'waivers.made_by')
        .where({ library_id: library })
        .orderBy('made_at', 'desc')
        .select('waivers.id', 'rule', 'about', 'reason', 'people.name as by', 'made_at'),
    )

/** Lets a finding stand; where it is let stand already, the newer reason is the one that is kept. */
export async function keepWaiver(
  db: Store,
  library: string,
  { rule, about, reason }: Pick<Waiver, 'rule' | 'about' | 'reason'>,
  by: string,
): Promise<{ id: string }> {
  const [row]: { id: string }[] = await db('waivers')
    .insert({ library_id: library, rule, about, reason, made_by: by })
    .onConflict(['library_id', 'rule', 'about'])
    .merge({ reason, made_by: by, made_at: db.fn.now() })
    .returning('id')
  return row!
}

/** Takes a waiver back; what it was of, or nothing where there is none of that id. */
export async function dropWaiver(
  db: Store,
  library: string,
  id: string,
): Promise<Pick<Waiver, 'rule' | 'about'> | undefined> {
  const [row]: Pick<Waiver, 'rule' | 'about'>[] = await db('waivers')
    .where({ library_id: library, id })
    .delete()
    .returning(['rule', 'about'])
  return row
}

export const countWaivers = async (db: Store, library: string): Promise<number> =>
  Number((await db('waivers').where({ library_id: library }).count({ count: '*' }))[0]!.count)
