import type { Knex } from 'knex'

/** What is done to an example once it stands there: a way of getting to a state. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw("alter table examples add column acts json not null default '[]'") as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table examples drop column acts') as unknown as Promise<unknown>
