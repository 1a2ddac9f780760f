import type { Knex } from 'knex'

/** A run over a library may be kept to one kind of what is seen. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(
    `alter table evidence_runs add column kept_to text
       check (kept_to in ('members', 'states', 'told', 'looks'))`,
  ) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table evidence_runs drop column kept_to') as unknown as Promise<unknown>
