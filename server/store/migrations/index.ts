import type { Knex } from 'knex'
import * as m0001 from './0001-first'

export const migrations: Record<string, Knex.Migration> = { '0001-first': m0001 }
