import type { Knex } from 'knex'

/** Where a library's source comes from, when it comes from elsewhere: asked again by “read again”. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table libraries add column origin jsonb') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table libraries drop column origin') as unknown as Promise<unknown>
