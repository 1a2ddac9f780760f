import type { Knex } from 'knex'

/** What a theme combines by, where it is worn beside others. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table themes add column axis text') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table themes drop column axis') as unknown as Promise<unknown>
