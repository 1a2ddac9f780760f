import semver from 'semver'
import type { Weight } from '../../contract/weight'

type Ranges = Readonly<Record<string, string>> | undefined

/** Names of packages whose range is another than before, with both; without one where it came or went. */
export const rangeChanges = (
  before: Ranges = {},
  now: Ranges = {},
): { about: string; before?: string; now?: string }[] =>
  [...new Set([...Object.keys(before), ...Object.keys(now)])]
    .filter((name) => before[name] !== now[name])
    .map((name) => ({
      about: name,
      ...(before[name] === undefined ? {} : { before: before[name] }),
      ...(now[name] === undefined ? {} : { now: now[name] }),
    }))

/**
 * What another range of what one must have oneself asks: one that takes all that the other took gives more; one
 * that came, or takes less, breaks.
 */
export function weightOfRange(before: string | undefined, now: string | undefined): Weight {
  if (now === undefined) return 'mend'
  const [then, since] = [before, now].map((range) => semver.validRange(range))
  if (!then || !since) return 'breaking'
  return semver.subset(then, since) ? 'additive' : 'breaking'
}
