import type { Knex } from 'knex'

/** Keys that versions are signed with, the private half sealed, and the signature of each version. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
create table signing_keys (
  keyid text primary key,
  public text not null,
  private text not null,
  expires timestamptz,
  made_at timestamptz not null default now()
);
create table release_signatures (
  release_id uuid not null references releases on delete cascade,
  keyid text not null references signing_keys,
  signature text not null,
  primary key (release_id, keyid)
);
create trigger release_signatures_immutable before update or delete on release_signatures for each row execute function never_changes();
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table release_signatures; drop table signing_keys') as unknown as Promise<unknown>
