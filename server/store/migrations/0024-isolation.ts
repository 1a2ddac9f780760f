import type { Knex } from 'knex'

/** What each component and a page do to one another, with a key of what that depends on. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table isolation (
  component_id uuid primary key references components on delete cascade,
  key text not null,
  isolation json not null,
  made_at timestamptz not null default now()
);
alter table evidence_runs drop constraint evidence_runs_kept_to_check;
alter table evidence_runs add constraint evidence_runs_kept_to_check
  check (kept_to in ('members', 'states', 'told', 'looks', 'isolation'));
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`
drop table isolation;
update evidence_runs set kept_to = null where kept_to = 'isolation';
alter table evidence_runs drop constraint evidence_runs_kept_to_check;
alter table evidence_runs add constraint evidence_runs_kept_to_check
  check (kept_to in ('members', 'states', 'told', 'looks'));
`) as unknown as Promise<unknown>
