import type { Knex } from 'knex'

/**
 * The release desk: what a library makes of differences and gates, gates that are waived for the next version,
 * notes that are being written for it, and what a version remembers of how it came to go out.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
alter table libraries add column weighing json not null default '{}';
alter table libraries add column gates json not null default '{}';
alter table releases add column record json not null default '{}';
create table gate_waivers (
  library_id uuid not null references libraries on delete cascade,
  gate text not null,
  reason text not null check (reason <> ''),
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  primary key (library_id, gate)
);
create table release_drafts (
  library_id uuid primary key references libraries on delete cascade,
  notes text not null,
  made_by uuid references people on delete set null,
  made_at timestamptz(3) not null default now()
);
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`
drop table release_drafts;
drop table gate_waivers;
alter table releases drop column record;
alter table libraries drop column gates;
alter table libraries drop column weighing;
`) as unknown as Promise<unknown>
