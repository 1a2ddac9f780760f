import type { Knex } from 'knex'

/**
 * What is wrapped around components while they are looked at: for a whole library, a component, an example.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table provisions (
  library_id uuid not null references libraries on delete cascade,
  scope text not null,
  styles text not null default '',
  around text not null default '',
  script text not null default '',
  script_hash text not null,
  data text not null default '',
  revision integer not null default 1,
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  primary key (library_id, scope)
);
create index provisions_script on provisions (script_hash);`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table provisions') as unknown as Promise<unknown>
