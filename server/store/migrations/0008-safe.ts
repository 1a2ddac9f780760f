import type { Knex } from 'knex'

/**
 * Sessions that can be ended from anywhere; builds that are trusted only whole, and known by the
 * libraries they are of; versions that know their revision; deprecation of a version beside it; and
 * indexes for what is looked up.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table sessions (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  made_at timestamptz not null default now(),
  ends_at timestamptz not null
);
create index sessions_person on sessions (person_id);

create table build_libraries (
  build text not null references builds on delete cascade,
  library_id uuid not null references libraries on delete cascade,
  primary key (build, library_id)
);
insert into build_libraries
  select distinct build, library_id from component_builds join components on components.id = component_id where build is not null;

alter table releases add column revision_id bigint references revisions;
alter table releases disable trigger releases_immutable;
update releases set revision_id = (
  select id from revisions where revisions.library_id = releases.library_id and revisions.made_at <= releases.made_at order by number desc limit 1
) where made_via = 'desk';
alter table releases enable trigger releases_immutable;

create table deprecations (
  release_id uuid primary key references releases,
  message text not null check (message <> ''),
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now()
);

alter table evidence_runs add column tried text[] not null default '{}';

create index jobs_library on jobs (library_id, made_at desc);
create index component_builds_build on component_builds (build) where build is not null;
create index releases_library on releases (library_id, made_at);
create index roles_person on roles (person_id);
create index registry_tokens_person on registry_tokens (person_id, made_at desc);
`) as unknown as Promise<unknown>

export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`
drop index registry_tokens_person, roles_person, releases_library, component_builds_build, jobs_library;
alter table evidence_runs drop column tried;
drop table deprecations;
alter table releases drop column revision_id;
drop table build_libraries;
drop table sessions;`) as unknown as Promise<unknown>
