import { isIPv6 } from 'node:net'
import { setTimeout } from 'node:timers/promises'
import { getRequestHeader, setResponseHeader, type H3Event } from 'h3'
import { RateLimiterMemory, RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { settings } from '../config'
import { limits } from '../limits'
import { store } from '../store/database'
import { Failure } from './failure'

const window = 15 * 60
const made = new Map<string, RateLimiterPostgres>()

/** Counts in PostgreSQL, for all web processes together. */
function counter(name: string, points: number): RateLimiterPostgres {
  const known = made.get(name)
  if (known) return known
  const limiter = new RateLimiterPostgres({
    storeClient: store(),
    storeType: 'knex',
    tableName: 'rate_limits',
    tableCreated: true,
    keyPrefix: name,
    points,
    duration: window,
    clearExpiredByTimeout: false,
  })
  made.set(name, limiter)
  return limiter
}
const byAddress = () => counter('sign-in-address', settings().SIGN_IN_TRIES)
/** Nobody is refused by this one: it only says how slow the next try is. */
const byAccount = () => counter('sign-in-account', 1_000_000)

/**
 * Where a request comes from: the address of the connection, or the last one our own proxy names. IPv6 counts
 * by networks of 64 bits, which one household has.
 */
export function addressOf(event: H3Event): string {
  const named = settings().BEHIND_PROXY
    ? getRequestHeader(event, 'x-forwarded-for')?.split(',').at(-1)?.trim()
    : undefined
  return networkOf(named || event.node.req.socket.remoteAddress || 'unknown')
}
export function networkOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, '').replace(/%.*$/, '')
  if (!isIPv6(plain)) return plain
  const [head = '', tail = ''] = plain.split('::')
  const groups = (text: string) => text.split(':').filter(Boolean)
  const missing = plain.includes('::') ? 8 - groups(head).length - groups(tail).length : 0
  const all = [...groups(head), ...Array<string>(Math.max(0, missing)).fill('0'), ...groups(tail)]
  return `${all
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(':')}::/64`
}

/**
 * Takes one try from an address, or refuses where none is left; what it returns gives the try back.
 * Taken before the password is looked at, so that many at once are no more than their number.
 */
export async function spendTry(address: string): Promise<() => Promise<unknown>> {
  try {
    await byAddress().consume(address)
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const minutes = Math.ceil(error.msBeforeNext / 60_000)
    const todo = `Wait ${minutes} minute${minutes === 1 ? '' : 's'} and try again.`
    throw new Failure(429, [
      { code: 'too-many-tries', what: 'There were too many tries to sign in from this address.', todo },
    ])
  }
  return () => byAddress().reward(address)
}

const visits = new RateLimiterMemory({
  points: limits.visitors.requests,
  duration: limits.visitors.seconds,
})
/**
 * Takes one request from the address of somebody without an account, or refuses where it has asked for too
 * much in a while: counted in this process alone, so that nothing is written for each.
 */
export async function spendVisit(event: H3Event): Promise<void> {
  try {
    await visits.consume(addressOf(event))
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const seconds = Math.max(1, Math.ceil(error.msBeforeNext / 1000))
    setResponseHeader(event, 'retry-after', seconds)
    const todo = `Wait ${seconds} seconds, or sign in.`
    throw new Failure(429, [
      { code: 'too-many-visits', what: 'Too much was asked for from this address.', todo },
    ])
  }
}

export const countFailure = (email: string): Promise<unknown> => byAccount().consume(email)

/**
 * Milliseconds an account's next try waits after so many wrong ones: none at first, then longer, and never
 * long enough to keep its owner out.
 */
export const delayAfter = (failures: number, free: number): number =>
  failures < free ? 0 : Math.min(4000, 250 * 2 ** (failures - free))

export async function slowDown(email: string): Promise<void> {
  const failures = (await byAccount().get(email))?.consumedPoints ?? 0
  await setTimeout(delayAfter(failures, settings().SIGN_IN_TRIES))
}
