import type { Knex } from 'knex'

/** Widths that a library gives names to, by which components are looked at. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table widths (
  library_id uuid not null references libraries on delete cascade,
  name text not null check (length(name) between 1 and 60),
  width integer not null check (width between 1 and 10000),
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  primary key (library_id, name)
);`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table widths') as unknown as Promise<unknown>
