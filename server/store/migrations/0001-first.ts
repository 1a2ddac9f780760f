import type { Knex } from 'knex'

/** The first schema. What must always hold is held by constraints and triggers, not by callers. */
// eslint-disable-next-line max-lines-per-function -- tables, one after the other
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
create table people (
  id uuid primary key default gen_random_uuid(),
  name text not null check (name <> ''),
  email text not null check (email = lower(email) and email like '%@%'),
  password text not null,
  administrator boolean not null default false,
  created_at timestamptz not null default now(),
  constraint people_email unique (email)
);

create table libraries (
  id uuid primary key default gen_random_uuid(),
  slug text not null check (slug ~ '^[a-z][a-z0-9-]{0,39}$'),
  title text not null check (title <> ''),
  package text not null,
  prefix text not null check (prefix ~ '^[a-z][a-z0-9]*-$'),
  visibility text not null default 'private' check (visibility in ('private', 'open')),
  current_revision bigint,
  created_at timestamptz not null default now(),
  constraint libraries_slug unique (slug),
  constraint libraries_package unique (package)
);

create table roles (
  library_id uuid not null references libraries on delete cascade,
  person_id uuid not null references people on delete cascade,
  role text not null check (role in ('maintainer', 'contributor', 'reader')),
  primary key (library_id, person_id)
);

create table blobs (
  hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
  content bytea not null
);

create table revisions (
  id bigint generated always as identity primary key,
  library_id uuid not null references libraries on delete cascade,
  number integer not null check (number > 0),
  note text not null default '',
  made_by uuid references people,
  made_at timestamptz not null default now(),
  problems jsonb not null default '[]',
  constraint revisions_number unique (library_id, number)
);
alter table libraries add constraint libraries_revision foreign key (current_revision) references revisions;

create table revision_files (
  revision_id bigint not null references revisions on delete cascade,
  path text not null check (path <> '' and path !~ '(^|/)[.]{1,2}(/|$)' and path !~ '^/'),
  hash text not null references blobs,
  primary key (revision_id, path)
);

create table components (
  id uuid primary key default gen_random_uuid(),
  library_id uuid not null references libraries on delete cascade,
  tag text not null,
  constraint components_tag unique (library_id, tag)
);

create table contracts (
  component_id uuid not null references components on delete cascade,
  revision_id bigint not null references revisions on delete cascade,
  contract jsonb not null,
  primary key (component_id, revision_id)
);
create index contracts_revision on contracts (revision_id);

create table words (
  component_id uuid not null references components on delete cascade,
  member text not null,
  text text not null,
  revision integer not null check (revision > 0),
  written_by uuid references people,
  written_at timestamptz not null default now(),
  primary key (component_id, member)
);
create table words_history (
  component_id uuid not null references components on delete cascade,
  member text not null,
  revision integer not null,
  text text not null,
  written_by uuid references people,
  written_at timestamptz not null default now(),
  primary key (component_id, member, revision)
);

create table examples (
  id uuid primary key default gen_random_uuid(),
  component_id uuid not null references components on delete cascade,
  name text not null check (name <> ''),
  usage json not null,
  face boolean not null default false,
  position integer not null default 0,
  constraint examples_name unique (component_id, name)
);
create unique index examples_one_face on examples (component_id) where face;

create table themes (
  library_id uuid not null references libraries on delete cascade,
  name text not null check (name ~ '^[a-z][a-z0-9-]{0,39}$'),
  title text not null,
  built_on text,
  position integer not null default 0,
  -- json, not jsonb: a file's own order of groups and tokens stays
  document json not null,
  revision integer not null default 1 check (revision > 0),
  primary key (library_id, name),
  foreign key (library_id, built_on) references themes (library_id, name),
  check (built_on is distinct from name)
);
create unique index themes_one_base on themes (library_id) where built_on is null;

create table token_edits (
  id bigint generated always as identity primary key,
  library_id uuid not null,
  theme text not null,
  path text not null,
  document_before json not null,
  before json,
  after json,
  made_by uuid references people,
  made_at timestamptz not null default now(),
  undone boolean not null default false,
  foreign key (library_id, theme) references themes (library_id, name) on delete cascade
);
create index token_edits_library on token_edits (library_id, id desc);

create table builds (
  hash text primary key,
  made_at timestamptz not null default now()
);
create table modules (
  build text not null references builds on delete cascade,
  name text not null,
  content bytea not null,
  primary key (build, name)
);
create table component_builds (
  component_id uuid not null references components on delete cascade,
  revision_id bigint not null references revisions on delete cascade,
  build text references builds,
  entry text,
  problems jsonb not null default '[]',
  made_at timestamptz not null default now(),
  primary key (component_id, revision_id),
  check ((build is null) = (entry is null))
);

create table releases (
  id uuid primary key default gen_random_uuid(),
  library_id uuid not null references libraries,
  version text not null,
  channel text not null,
  notes text not null,
  manifest jsonb not null,
  contracts jsonb not null,
  tokens json not null,
  tarball bytea not null,
  integrity text not null check (integrity like 'sha512-%'),
  shasum text not null check (shasum ~ '^[0-9a-f]{40}$'),
  unpacked_size integer not null,
  file_count integer not null,
  made_by uuid references people,
  made_via text not null check (made_via in ('desk', 'client')),
  made_at timestamptz not null default now(),
  constraint releases_version unique (library_id, version)
);
create table release_files (
  release_id uuid not null references releases,
  path text not null,
  size integer not null,
  primary key (release_id, path)
);
create table channels (
  library_id uuid not null references libraries on delete cascade,
  name text not null,
  release_id uuid not null references releases,
  primary key (library_id, name)
);

create table registry_tokens (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  library_id uuid references libraries on delete cascade,
  name text not null check (name <> ''),
  hash text not null unique check (hash ~ '^[0-9a-f]{64}$'),
  scopes text[] not null check (scopes <@ array['read', 'publish'] and cardinality(scopes) > 0),
  made_at timestamptz not null default now(),
  used_at timestamptz,
  revoked_at timestamptz
);

create table jobs (
  id uuid primary key default gen_random_uuid(),
  library_id uuid not null references libraries on delete cascade,
  kind text not null check (kind in ('bring-in')),
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  step text not null default '',
  input jsonb not null default '{"note": "", "files": [], "removed": []}',
  result jsonb,
  made_by uuid references people,
  made_at timestamptz not null default now(),
  touched_at timestamptz not null default now()
);
create unique index jobs_one_at_a_time on jobs (library_id, kind) where state in ('waiting', 'running');

create table audit (
  id bigint generated always as identity primary key,
  library_id uuid,
  person_id uuid,
  act text not null,
  detail jsonb not null default '{}',
  made_at timestamptz not null default now()
);
create index audit_library on audit (library_id, id desc);

create table rate_limits (key varchar(255) primary key, points integer not null default 0, expire bigint);

create function never_changes() returns trigger language plpgsql as $$
begin
  raise exception '% never changes', tg_table_name using errcode = '23001';
end $$;
create trigger releases_immutable before update or delete on releases for each row execute function never_changes();
create trigger release_files_immutable before update or delete on release_files for each row execute function never_changes();
create trigger blobs_immutable before update on blobs for each row execute function never_changes();
create trigger revisions_immutable before update on revisions for each row execute function never_changes();
create trigger revision_files_immutable before update on revision_files for each row execute function never_changes();
create trigger modules_immutable before update on modules for each row execute function never_changes();
create trigger words_history_immutable before update or delete on words_history for each row execute function never_changes();
create trigger audit_immutable before update or delete on audit for each row execute function never_changes();
`)
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
drop table if exists audit, jobs, registry_tokens, channels, release_files, releases, component_builds, modules, builds, token_edits, themes,
  examples, words_history, words, contracts, components, revision_files, revisions, blobs, roles, libraries, people, rate_limits cascade;
drop function if exists never_changes;`)
}
