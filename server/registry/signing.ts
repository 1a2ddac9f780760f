import { createHash, createSign, generateKeyPairSync } from 'node:crypto'
import { seal, unseal } from '../auth/sealed'
import type { Store } from '../store/database'
import {
  addSignature,
  addSigningKey,
  lockKeys,
  retireKey,
  signingKeys,
  unsignedReleases,
  type SigningKey,
} from '../store/signatures'

const scheme = 'ecdsa-sha2-nistp256'

/** The keys that clients verify versions with, as the protocol lists them. */
export async function publicKeys(db: Store) {
  const keys = await signingKeys(db)
  return {
    keys: keys.map(({ keyid, public: key, expires }) => ({
      // what it signed before stays good: a client compares that with when a version was made
      expires: expires?.toISOString() ?? null,
      keyid,
      keytype: scheme,
      scheme,
      key,
    })),
  }
}

/**
 * Signs the versions of a package that nobody signed. The text that is signed is
 * `name@version:integrity`, so that whoever holds the tarball can tell that it is the one that was
 * published.
 */
export async function signReleases(db: Store, library: { id: string; package: string }): Promise<void> {
  const unsigned = await unsignedReleases(db, library.id)
  if (unsigned.length === 0) return
  const { keyid, pem } = await keyToSignWith(db)
  for (const { id, version, integrity } of unsigned) {
    const signed = createSign('SHA256')
      .update(`${library.package}@${version}:${integrity}`)
      .sign(pem, 'base64')
    await addSignature(db, id, keyid, signed)
  }
}

/**
 * The newest key, or a new one where there is none or it cannot be opened: it was sealed with a secret
 * that the server has no more.
 */
export async function keyToSignWith(db: Store): Promise<{ keyid: string; pem: string }> {
  const known = openNewest(await signingKeys(db))
  if (known) return known
  return db.transaction(async (trx) => {
    await lockKeys(trx)
    const keys = await signingKeys(trx)
    const madeMeanwhile = openNewest(keys)
    if (madeMeanwhile) return madeMeanwhile
    for (const { keyid, expires } of keys) if (!expires) await retireKey(trx, keyid)
    const { publicKey, privateKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' })
    const spki = publicKey.export({ type: 'spki', format: 'der' })
    const pem = privateKey.export({ type: 'pkcs8', format: 'pem' }).toString()
    const keyid = `SHA256:${createHash('sha256').update(spki).digest('base64').replace(/=+$/, '')}`
    await addSigningKey(trx, { keyid, public: spki.toString('base64'), private: seal(pem) })
    return { keyid, pem }
  })
}

function openNewest(keys: readonly SigningKey[]): { keyid: string; pem: string } | undefined {
  const newest = keys.find(({ expires }) => expires === null)
  const pem = newest && unseal(newest.private)
  return pem ? { keyid: newest.keyid, pem } : undefined
}
