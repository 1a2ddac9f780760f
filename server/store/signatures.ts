import type { Store } from './database'

/** A key that versions are signed with: ECDSA over P-256; the public half as SPKI in base64. */
export interface SigningKey {
  keyid: string
  public: string
  /** Sealed. */
  private: string
  expires: Date | null
}

/** Every key there was, the newest first: what an older one signed is verified with it still. */
export const signingKeys = (db: Store): Promise<SigningKey[]> =>
  db('signing_keys').orderBy('made_at', 'desc').select('keyid', 'public', 'private', 'expires')

export const addSigningKey = (trx: Store, key: Omit<SigningKey, 'expires'>): Promise<unknown> =>
  trx('signing_keys').insert(key)

/** From this moment on versions are signed with another key. */
export const retireKey = (trx: Store, keyid: string): Promise<unknown> =>
  trx('signing_keys').where({ keyid }).update({ expires: trx.fn.now() })

/** Keys are made one at a time; the lock goes with the transaction. */
export const lockKeys = (trx: Store): Promise<unknown> =>
  trx.raw("select pg_advisory_xact_lock(hashtextextended('signing keys', 0))")

/** Versions of a library that nobody signed: those from before there were signatures. */
export const unsignedReleases = (
  db: Store,
  library: string,
): Promise<{ id: string; version: string; integrity: string }[]> =>
  db('releases')
    .where({ library_id: library })
    .whereNotExists(db('release_signatures').whereRaw('release_id = releases.id'))
    .select('id', 'version', 'integrity')

export const addSignature = (
  db: Store,
  release: string,
  keyid: string,
  signature: string,
): Promise<unknown> =>
  db('release_signatures').insert({ release_id: release, keyid, signature }).onConflict().ignore()

/** Signatures of a library's versions, by the id of the release. */
export async function signaturesOf(
  db: Store,
  library: string,
): Promise<Map<string, { keyid: string; sig: string }[]>> {
  const rows: { release_id: string; keyid: string; sig: string }[] = await db('release_signatures')
    .join('releases', 'releases.id', 'release_id')
    .where({ library_id: library })
    .orderBy('keyid')
    .select('release_id', 'keyid', 'signature as sig')
  const byRelease = new Map<string, { keyid: string; sig: string }[]>()
  for (const { release_id, ...signature } of rows)
    byRelease.set(release_id, [...(byRelease.get(release_id) ?? []), signature])
  return byRelease
}
