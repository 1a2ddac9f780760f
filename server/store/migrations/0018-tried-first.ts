import type { Knex } from 'knex'

/** The component that somebody waits for, which a run over a library begins with. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table evidence_runs add column first text') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table evidence_runs drop column first') as unknown as Promise<unknown>
