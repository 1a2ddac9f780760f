import type { Knex } from 'knex'

/** Whether an open library may also be read by whoever comes, without an account. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    `alter table libraries add column visitors boolean not null default false
      check (not visitors or visibility = 'open')`,
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`alter table libraries drop column visitors`) as unknown as Promise<unknown>
