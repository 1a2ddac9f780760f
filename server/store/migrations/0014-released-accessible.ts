import type { Knex } from 'knex'

/** What assistive technology was told of each component when a version was made, by tag. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    "alter table releases add column accessible json not null default '{}'",
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table releases drop column accessible') as unknown as Promise<unknown>
