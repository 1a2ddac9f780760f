import type { Knex } from 'knex'

/**
 * Pictures of components as they are painted, each kept under a key of all that it depends on; how pairs of
 * them differ, and what somebody said of that; and the newest run that takes them.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table picture_images (
  hash text primary key,
  content bytea not null,
  width int not null check (width > 0),
  height int not null check (height > 0)
);
create table pictures (
  library_id uuid not null references libraries on delete cascade,
  key text not null,
  image text references picture_images,
  failed text,
  used_at timestamptz not null default now(),
  primary key (library_id, key),
  check ((image is null) <> (failed is null))
);
create index on pictures (image);
create table picture_differences (
  library_id uuid not null references libraries on delete cascade,
  before text not null references picture_images on delete cascade,
  now text not null references picture_images on delete cascade,
  pixels int not null check (pixels >= 0),
  box json,
  painted json not null,
  marks text references picture_images,
  steady boolean,
  reasons json not null default '[]',
  primary key (library_id, before, now)
);
create index on picture_differences (before);
create index on picture_differences (now);
create index on picture_differences (marks);
create table picture_verdicts (
  library_id uuid not null references libraries on delete cascade,
  tag text not null,
  before text not null,
  now text not null,
  accepted boolean not null,
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  primary key (library_id, tag, before, now)
);
create table picture_runs (
  library_id uuid primary key references libraries on delete cascade,
  id uuid not null default gen_random_uuid(),
  state text not null check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  done int not null default 0,
  total int not null default 0,
  version text,
  problems json not null default '[]',
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  moved_at timestamptz not null default now()
);`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`
drop table picture_runs;
drop table picture_verdicts;
drop table picture_differences;
drop table pictures;
drop table picture_images;`) as unknown as Promise<unknown>
