import type { Knex } from 'knex'

/** The highest revision of the themes of a library that are gone: one that is made begins past it. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    'alter table libraries add column theme_floor integer not null default 0',
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table libraries drop column theme_floor') as unknown as Promise<unknown>
