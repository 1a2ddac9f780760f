import type { Act } from '~~/core/trail'
import type { Store } from './database'

/** Writes one line of the audit trail; inside a transaction it stands or falls with it. */
export const record = (
  db: Store,
  act: Act,
  who: { person?: string | undefined; library?: string | undefined },
  detail: object = {},
): Promise<unknown> =>
  db('audit').insert({
    act,
    person_id: who.person ?? null,
    library_id: who.library ?? null,
    detail: JSON.stringify(detail),
  })

export const trail = (
  db: Store,
  library: string,
  most = 100,
): Promise<{ act: string; detail: object; made_at: Date; name: string | null }[]> =>
  db('audit')
    .leftJoin('people', 'people.id', 'audit.person_id')
    .where('audit.library_id', library)
    .select('audit.act', 'audit.detail', 'audit.made_at', 'people.name')
    .orderBy('audit.id', 'desc')
    .limit(most)
