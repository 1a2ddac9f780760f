import type { Knex } from 'knex'

/**
 * The first way to show a component that was seen to show something, while nobody has chosen a face; and the
 * module it was seen of. Its text is kept as it was written: what is compared with it is compared as text.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
alter table components add column first_usage json, add column first_of text;
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(
    'alter table components drop column first_usage, drop column first_of',
  ) as unknown as Promise<unknown>
