import type { Knex } from 'knex'

/** The states that were found of each component, with a key of what that depends on. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table charts (
  component_id uuid primary key references components on delete cascade,
  key text not null,
  chart json not null,
  made_at timestamptz not null default now()
);
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table charts') as unknown as Promise<unknown>
