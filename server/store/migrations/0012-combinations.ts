import type { Knex } from 'knex'

/** Variants of several axes under a name, and those that must not be used, with the reason. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table combinations (
  id uuid primary key default gen_random_uuid(),
  component_id uuid not null references components on delete cascade,
  rule text not null check (rule in ('named', 'never')),
  name text not null check ((name = '') = (rule = 'never')),
  reason text not null check ((reason = '') = (rule = 'named')),
  settings json not null,
  -- the same in whatever order it was given
  sorted text not null,
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  -- what was deleted is kept, so that its words come back with it
  deleted_at timestamptz
);
create unique index combinations_settings on combinations (component_id, sorted) where deleted_at is null;
create unique index combinations_name on combinations (component_id, name)
  where rule = 'named' and deleted_at is null;
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table combinations') as unknown as Promise<unknown>
