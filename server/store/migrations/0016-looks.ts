import type { Knex } from 'knex'

/** How each component looks in every theme, with a key of what that depends on. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table looks (
  component_id uuid primary key references components on delete cascade,
  key text not null,
  looks json not null,
  made_at timestamptz not null default now()
);
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table looks') as unknown as Promise<unknown>
