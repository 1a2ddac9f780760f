import type { Knex } from 'knex'

/** Findings that are let stand, with who says so and why. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table waivers (
  id uuid primary key default gen_random_uuid(),
  library_id uuid not null references libraries on delete cascade,
  rule text not null,
  about text not null,
  reason text not null check (reason <> ''),
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  unique (library_id, rule, about)
);
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table waivers') as unknown as Promise<unknown>
