import knex, { type Knex } from 'knex'
import { settings } from '../config'
import { migrations } from './migrations'
import type { NewsKind } from '../news/kinds'

export type Store = Knex

let shared: Knex | undefined

/**
 * Opens a pool. A query waits at most three seconds for a connection, so that nobody waits long when
 * PostgreSQL is away.
 */
export function openStore(url: string, most = 20): Knex {
  const store = knex({
    client: 'pg',
    connection: {
      connectionString: url,
      application_name: 'kept-shelf',
      connectionTimeoutMillis: 2500,
      keepAlive: true,
      query_timeout: 30_000,
    },
    pool: { min: 0, max: most, idleTimeoutMillis: 10_000 },
    acquireConnectionTimeout: 8000,
    migrations: {
      migrationSource: {
        getMigrations: async () => Object.keys(migrations).sort(),
        getMigrationName: (name: string) => name,
        getMigration: async (name: string) => migrations[name]!,
      },
    },
  })
  return store
}

/** The pool of this process. */
export const store = (): Knex => (shared ??= openStore(settings().DATABASE_URL))

export async function closeStore(): Promise<void> {
  await shared?.destroy()
  shared = undefined
}

export const migrate = (db: Knex): Promise<unknown> => db.migrate.latest()

const connectionErrors = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
  '53300',
])

/** Whether an error means that PostgreSQL cannot be reached now, rather than that a query is wrong. */
export function isAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const { code } = error as { code?: string }
  return (
    (code !== undefined && connectionErrors.has(code)) ||
    error.name === 'KnexTimeoutError' ||
    error.name === 'TimeoutError' ||
    /Connection terminated|connection timeout|timeout expired|Query read timeout|Unable to acquire a connection|the database system is (starting up|shutting down)|Client has encountered a connection error/i.test(
      error.message,
    )
  )
}

/** Whether PostgreSQL has no room left for what was to be written (class 53, insufficient resources). */
export const isFull = (error: unknown): boolean =>
  error instanceof Error && ['53100', '53200', '53400'].includes((error as { code?: string }).code ?? '')

/**
 * Whether a value cannot be kept as what its column is for (class 22, data exception): it was no such value,
 * whoever let it through.
 */
export const isUnfit = (error: unknown): boolean =>
  error instanceof Error && /^22/.test((error as { code?: string }).code ?? '') && 'severity' in error

/** Whether a text is a number of one of our rows: anything else, PostgreSQL would not even compare. */
export const isId = (text: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text)

/** Whether an error is a broken uniqueness constraint, and which one. */
export const brokenUnique = (error: unknown): string | undefined =>
  error instanceof Error && (error as { code?: string }).code === '23505'
    ? ((error as { constraint?: string }).constraint ?? '')
    : undefined

/** Tells all web processes that something changed; sent when the transaction commits. */
export const notify = (
  db: Knex,
  news: { library: string; what: NewsKind; [more: string]: unknown },
): Promise<unknown> => db.raw('select pg_notify(?, ?)', ['kept_shelf', JSON.stringify(news)])
