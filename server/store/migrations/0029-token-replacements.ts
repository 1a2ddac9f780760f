import type { Knex } from 'knex'

/**
 * Tokens that another one stands for now, with everything as it was before: what then names the other
 * cannot be told from what did so from the start.
 */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
    create table token_replacements (
      id bigint generated always as identity primary key,
      library_id uuid not null references libraries on delete cascade,
      replaced text not null,
      replacement text not null,
      documents json not null,
      files json not null,
      words json not null,
      examples json not null,
      seen json not null,
      revision_before bigint references revisions on delete set null,
      revision_after bigint references revisions on delete set null,
      made_by uuid references people on delete set null,
      made_at timestamptz not null default now(),
      undone boolean not null default false
    );
    create index token_replacements_library on token_replacements (library_id)
  `) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('drop table token_replacements') as unknown as Promise<unknown>
