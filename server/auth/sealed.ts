import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'
import { sessionSecret } from '../config'

const key = (): Buffer =>
  Buffer.from(hkdfSync('sha256', sessionSecret(), 'kept-shelf', 'sealed until a job has used it', 32))

/** A secret as it may stand in the store: sealed (AES-256-GCM) with a key that is not there. */
export function seal(text: string): string {
  const nonce = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', key(), nonce)
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64')
}

/** What was sealed, or `undefined` where it was sealed with another key or tampered with. */
export function unseal(sealed: string): string | undefined {
  const bytes = Buffer.from(sealed, 'base64')
  try {
    const cipher = createDecipheriv('aes-256-gcm', key(), bytes.subarray(0, 12)).setAuthTag(
      bytes.subarray(12, 28),
    )
    return Buffer.concat([cipher.update(bytes.subarray(28)), cipher.final()]).toString('utf8')
  } catch {
    return undefined
  }
}
