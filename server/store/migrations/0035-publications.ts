import type { Knex } from 'knex'

/** Every attempt to publish, step by step; those that were only tried out are among them. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table publications (
  id uuid primary key default gen_random_uuid(),
  library_id uuid not null references libraries on delete cascade,
  version text not null,
  channel text not null,
  notes text not null,
  reason text,
  rehearsal boolean not null,
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  steps json not null default '[]',
  problems json not null default '[]',
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  moved_at timestamptz not null default now()
);
create index publications_of on publications (library_id, made_at desc);
create index publications_open on publications (moved_at) where state in ('waiting', 'running');
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table publications') as unknown as Promise<unknown>
