import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'

/** scrypt with N = 2^15, r = 8, p = 3: a setting of the OWASP password storage recommendations. */
const hash = new Hash(new Scrypt({ cost: 32768, blockSize: 8, parallelization: 3, maxMemory: 64 * 1024 * 1024 }))

export const hashPassword = (password: string): Promise<string> => hash.make(password)

let decoy: Promise<string> | undefined

/** Takes as long for a person who is not there, so that nobody learns who is. */
export async function checkPassword(kept: string | undefined, password: string): Promise<boolean> {
  decoy ??= hash.make('nobody has this password')
  const right = await hash.verify(kept ?? (await decoy), password)
  return right && kept !== undefined
}
