import { rangeChanges, weightOfRange } from './ranges'
import type { ReleaseRule } from './rule'

/** What the package runs on. */
export const packageEngine: ReleaseRule = {
  name: 'package-engine',
  title: 'The package runs on something else',
  changes: ({ before, now }) =>
    rangeChanges(before.package.engines, now.package.engines).map((change) => ({
      ...change,
      weight: weightOfRange(change.before, change.now),
      says: `${change.about} is asked for ${change.now ? 'in another range' : 'no more'}.`,
    })),
}
