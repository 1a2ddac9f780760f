import type { Knex } from 'knex'

/** Licences that what a package brings along may have; nothing for the usual ones. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    `alter table libraries add column licences text[] check (cardinality(licences) > 0)`,
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`alter table libraries drop column licences`) as unknown as Promise<unknown>
