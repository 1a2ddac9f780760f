import type { Knex } from 'knex'

/**
 * What people had written, kept as examples, said of values together and provided when a version was made at
 * the desk; nothing for versions that were made before this was kept, and for those that a client published.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table releases add column said jsonb') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table releases drop column said') as unknown as Promise<unknown>
