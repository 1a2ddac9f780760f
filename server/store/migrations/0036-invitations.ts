import type { Knex } from 'knex'

/** Links by which somebody comes to the staff of a library, with an account or without one yet; each works once. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table invitations (
  id uuid primary key default gen_random_uuid(),
  library_id uuid not null references libraries on delete cascade,
  role text not null check (role in ('maintainer', 'contributor', 'reader')),
  invited text not null,
  hash text not null unique,
  made_by uuid references people on delete cascade,
  made_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz
);
create index invitations_of on invitations (library_id) where used_at is null;
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table invitations') as unknown as Promise<unknown>
