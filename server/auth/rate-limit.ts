import { RateLimiterPostgres, type RateLimiterRes } from 'rate-limiter-flexible'
import { settings } from '../config'
import { store } from '../store/database'
import { Failure } from './failure'

let limiter: RateLimiterPostgres | undefined

/** Counts failed tries to sign in, by address and by account, for all web processes together. */
const signInLimiter = (): RateLimiterPostgres =>
  (limiter ??= new RateLimiterPostgres({
    storeClient: store(), storeType: 'knex', tableName: 'rate_limits', tableCreated: true, keyPrefix: 'sign-in',
    points: settings().SIGN_IN_TRIES, duration: 15 * 60, clearExpiredByTimeout: false,
  }))

/** Takes one try away, or refuses where none is left. */
export async function spendTry(...keys: string[]): Promise<void> {
  for (const key of keys) {
    try {
      await signInLimiter().consume(key)
    } catch (error) {
      if (error instanceof Error) throw error
      const minutes = Math.ceil((error as RateLimiterRes).msBeforeNext / 60_000)
      throw new Failure(429, [{ code: 'too-many-tries', what: 'There were too many tries to sign in.', todo: `Wait ${minutes} minute${minutes === 1 ? '' : 's'} and try again.` }])
    }
  }
}

export const forgetTries = async (...keys: string[]): Promise<void> => {
  for (const key of keys) await signInLimiter().delete(key)
}
