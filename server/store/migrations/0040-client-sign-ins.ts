import type { Knex } from 'knex'

/**
 * Package clients that ask for an access token by way of the browser: two secrets, one in the link that a
 * person opens, one that the client asks with; and what the token is to be once somebody allows it.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table client_sign_ins (
  id uuid primary key default gen_random_uuid(),
  link_hash text not null unique check (link_hash ~ '^[0-9a-f]{64}$'),
  client_hash text not null unique check (client_hash ~ '^[0-9a-f]{64}$'),
  client text not null check (length(client) <= 200),
  address text not null,
  made_at timestamptz not null default now(),
  ends_at timestamptz not null,
  state text not null default 'asked' check (state in ('asked', 'allowed', 'refused', 'taken')),
  person_id uuid references people on delete cascade,
  token jsonb,
  check ((state in ('allowed', 'taken')) = (person_id is not null and token is not null))
);
create index client_sign_ins_address on client_sign_ins (address, ends_at);
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table client_sign_ins') as unknown as Promise<unknown>
