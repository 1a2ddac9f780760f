import { record } from './audit'
import type { Store } from './database'
import type { Person } from './people'
import { hashOfSecret, makeSecret } from './secrets'

export type TokenScope = 'read' | 'publish'
export interface RegistryToken {
  id: string
  name: string
  scopes: TokenScope[]
  library: string | null
  made_at: Date
  used_at: Date | null
  revoked_at: Date | null
  expires_at: Date | null
}

/** What an access token is to be. */
export interface TokenWish {
  name: string
  scopes: TokenScope[]
  library: string | null
  /** How many days it works; none for as long as it is not revoked. */
  days: number | null
}

/** Makes a token, with its line in the trail. Its text is returned this once and never kept. */
export async function addToken(
  trx: Store,
  person: string,
  token: TokenWish,
): Promise<{ id: string; text: string }> {
  const text = `ks_${makeSecret()}`
  const [{ id }] = await trx('registry_tokens')
    .insert({
      person_id: person,
      library_id: token.library,
      name: token.name,
      scopes: token.scopes,
      hash: hashOfSecret(text),
      expires_at: token.days === null ? null : trx.raw('now() + make_interval(days => ?)', [token.days]),
    })
    .returning('id')
  const who = { person, library: token.library ?? undefined }
  await record(trx, 'token made', who, { name: token.name, scopes: token.scopes })
  return { id, text }
}

export const tokensOf = (db: Store, person: string): Promise<RegistryToken[]> =>
  db('registry_tokens')
    .leftJoin('libraries', 'libraries.id', 'registry_tokens.library_id')
    .where({ person_id: person })
    .select(
      'registry_tokens.id',
      'name',
      'scopes',
      'libraries.slug as library',
      'made_at',
      'used_at',
      'revoked_at',
      'expires_at',
    )
    .orderBy('made_at', 'desc')

const revokeToken = async (db: Store, person: string, id: string): Promise<boolean> =>
  (await db('registry_tokens')
    .where({ id, person_id: person })
    .whereNull('revoked_at')
    .update({ revoked_at: db.fn.now() })) === 1

/** Gives back a token by its text or its number, with its line in the trail. */
export function revokeOwnToken(db: Store, person: string, named: string): Promise<boolean> {
  return db.transaction(async (trx) => {
    const [row] = await trx('registry_tokens')
      .where({ person_id: person, hash: hashOfSecret(named) })
      .whereNull('revoked_at')
      .update({ revoked_at: trx.fn.now() })
      .returning('id')
    const isNumber = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(named)
    const gone: string | undefined =
      row?.id ?? (isNumber && (await revokeToken(trx, person, named)) ? named : undefined)
    if (gone !== undefined) await record(trx, 'token revoked', { person }, { token: gone })
    return gone !== undefined
  })
}

/** Whether a token still works; it cannot be revoked until the transaction ends. */
export const holdBearer = async (trx: Store, id: string): Promise<boolean> =>
  (await trx('registry_tokens')
    .where({ id })
    .whereNull('revoked_at')
    .whereRaw('(expires_at is null or expires_at > now())')
    .forShare()
    .first('id')) !== undefined

export interface Bearer {
  id: string
  person: Person
  scopes: TokenScope[]
  library: string | null
  /** Why it does not work any more. */
  ended?: 'revoked' | 'expired'
}

/** Who a token stands for. The time of use is noted at most once a minute. */
export async function bearer(db: Store, text: string): Promise<Bearer | undefined> {
  const row = await db('registry_tokens')
    .join('people', 'people.id', 'registry_tokens.person_id')
    .where('registry_tokens.hash', hashOfSecret(text))
    .first(
      'registry_tokens.id',
      'scopes',
      'library_id',
      'revoked_at',
      db.raw('expires_at <= now() as is_expired'),
      'used_at',
      'people.id as person_id',
      'people.name',
      'people.email',
      'people.administrator',
    )
  if (!row) return undefined
  const ended = row.revoked_at ? 'revoked' : row.is_expired ? 'expired' : undefined
  if (!ended && (!row.used_at || Date.now() - row.used_at.getTime() > 60_000))
    await db('registry_tokens').where({ id: row.id }).update({ used_at: db.fn.now() })
  return {
    id: row.id,
    person: { id: row.person_id, name: row.name, email: row.email, administrator: row.administrator },
    scopes: row.scopes,
    library: row.library_id,
    ...(ended ? { ended } : {}),
  }
}
