import type { Knex } from 'knex'

/**
 * What a browser showed for a component's members, with the key of what it depends on; and the newest run
 * over a whole library.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table evidence (
  component_id uuid primary key references components on delete cascade,
  key text not null,
  evidence json not null,
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now()
);
create table evidence_runs (
  library_id uuid primary key references libraries on delete cascade,
  id uuid not null default gen_random_uuid(),
  state text not null check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  done int not null default 0,
  total int not null default 0,
  problems json not null default '[]',
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  moved_at timestamptz not null default now()
);`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table evidence_runs; drop table evidence') as unknown as Promise<unknown>
