import type { Knex } from 'knex'

/**
 * What is read of a library that holds both what people wrote and what was built from it, where somebody
 * chose.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
alter table libraries add column read_from text check (read_from in ('source', 'built'));
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table libraries drop column read_from') as unknown as Promise<unknown>
