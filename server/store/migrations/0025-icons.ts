import type { Knex } from 'knex'

/**
 * Sets of glyphs, which of them each theme wears (with a number that counts up whenever either changes), what
 * each revision has of icons, and how a version shows them.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table icon_sets (
  library_id uuid not null references libraries on delete cascade,
  name text not null check (name ~ '^[a-z][a-z0-9-]*$' and name <> 'own' and length(name) <= 40),
  glyphs json not null,
  made_by uuid references people,
  made_at timestamptz not null default now(),
  primary key (library_id, name)
);
create table icon_settings (
  library_id uuid primary key references libraries on delete cascade,
  settings json not null,
  revision integer not null
);
alter table revisions add column icons json;
alter table releases add column icons_css text not null default '';
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`
alter table releases drop column icons_css;
alter table revisions drop column icons;
drop table icon_settings;
drop table icon_sets;
`) as unknown as Promise<unknown>
