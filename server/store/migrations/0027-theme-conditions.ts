import type { Knex } from 'knex'

/** What brings a theme in by itself. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table themes add column condition json') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table themes drop column condition') as unknown as Promise<unknown>
