import type { Knex } from 'knex'

/**
 * What is around an example and what states it is held in, what people note of it, and whether consumers are
 * offered it to begin with.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    "alter table examples add column surround json, add column notes text not null default '', " +
      'add column starter boolean not null default false',
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(
    'alter table examples drop column surround, drop column notes, drop column starter',
  ) as unknown as Promise<unknown>
