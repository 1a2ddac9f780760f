import type { Knex } from 'knex'

/** Tokens that got another path: such an edit is taken back as a whole, with all that followed it. */
export const up = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table token_edits add column renamed_to text') as unknown as Promise<unknown>
export const down = (knex: Knex): Promise<unknown> =>
  knex.raw('alter table token_edits drop column renamed_to') as unknown as Promise<unknown>
