import type { Knex } from 'knex'

/** From when on a token for package clients does not work any more; none where nobody said. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table registry_tokens add column expires_at timestamptz') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table registry_tokens drop column expires_at') as unknown as Promise<unknown>
