import type { Knex } from 'knex'

/** What each revision says by itself, in which languages. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table revisions add column messages json') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table revisions drop column messages') as unknown as Promise<unknown>
