import type { Knex } from 'knex'

/** What the source said of a member when words were written: words whose facts changed since can be told. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    'alter table words add column facts text; alter table words_history add column facts text',
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(
    'alter table words drop column facts; alter table words_history drop column facts',
  ) as unknown as Promise<unknown>
