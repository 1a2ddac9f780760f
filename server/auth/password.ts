import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'

/** scrypt with N = 2^15, r = 8, p = 3: a setting of the OWASP password storage recommendations. */
const cost = { N: 2 ** 15, r: 8, p: 3 }
const length = 32

const derive = (password: string, salt: Buffer, { N, r, p }: typeof cost): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(password.normalize('NFKC'), salt, length, { N, r, p, maxmem: 256 * N * r }, (error, key) =>
      error ? reject(error) : resolve(key),
    ),
  )

/** A password's hash with its salt and cost, in the PHC string format. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(password, salt, cost)
  return `$scrypt$ln=${Math.log2(cost.N)},r=${cost.r},p=${cost.p}$${salt.toString('base64url')}$${key.toString('base64url')}`
}

async function matches(kept: string, password: string): Promise<boolean> {
  const [, , parameters = '', salt = '', key = ''] = kept.split('$')
  const [ln, r, p] = parameters.split(',').map((text) => Number(text.split('=')[1]))
  if (!ln || !r || !p) return false
  const expected = Buffer.from(key, 'base64url')
  const derived = await derive(password, Buffer.from(salt, 'base64url'), { N: 2 ** ln, r, p })
  return expected.length === derived.length && timingSafeEqual(expected, derived)
}

let decoy: Promise<string> | undefined

/** Takes as long for a person who is not there, so that nobody learns who is. */
export async function checkPassword(kept: string | undefined, password: string): Promise<boolean> {
  decoy ??= hashPassword('nobody has this password')
  const right = await matches(kept ?? (await decoy), password)
  return right && kept !== undefined
}
