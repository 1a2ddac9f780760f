import { randomBytes } from 'node:crypto'
import { hashOf } from './sources'

// Secrets that are told once and kept as what they hash to: they are random, so that a plain hash cannot
// be guessed back.

/** A secret of so many random bytes, as it can stand in an address. */
export const makeSecret = (bytes = 32): string => randomBytes(bytes).toString('base64url')

/** What is kept of a secret. */
export const hashOfSecret = (secret: string): string => hashOf(secret)
