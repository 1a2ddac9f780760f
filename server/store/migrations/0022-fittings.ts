import type { Knex } from 'knex'

/** Changes of tokens that are tried together, and not kept yet. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
    create table fittings (
      id uuid primary key default gen_random_uuid(),
      library_id uuid not null references libraries on delete cascade,
      name text not null,
      made_by uuid references people on delete set null,
      made_at timestamptz not null default now(),
      unique (library_id, name)
    );
    create table fitting_changes (
      fitting_id uuid not null references fittings on delete cascade,
      library_id uuid not null,
      theme text not null,
      path text not null,
      value json,
      seen json not null,
      made_by uuid references people on delete set null,
      made_at timestamptz not null default now(),
      primary key (fitting_id, theme, path),
      foreign key (library_id, theme) references themes (library_id, name) on delete cascade
    );
  `) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table fitting_changes; drop table fittings') as unknown as Promise<unknown>
