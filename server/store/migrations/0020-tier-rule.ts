import type { Knex } from 'knex'

/** What a library has its tokens refer to, where that is not the usual. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table libraries add column tier_rule json') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table libraries drop column tier_rule') as unknown as Promise<unknown>
