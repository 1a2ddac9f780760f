import type { Knex } from 'knex'

/** What a version comes to, of those that are made from now on, and what one component may take. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw(`
alter table releases add column sizes json;
alter table libraries add column size_budget int check (size_budget > 0);
`) as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw(`
alter table libraries drop column size_budget;
alter table releases drop column sizes;
`) as unknown as Promise<unknown>
