import { rangeChanges } from './ranges'
import type { ReleaseRule } from './rule'

/** What is installed with the package; whoever uses it need not do anything. */
export const packageDependency: ReleaseRule = {
  name: 'package-dependency',
  title: 'The package depends on something else',
  changes: ({ before, now }) =>
    rangeChanges(before.package.dependencies, now.package.dependencies).map((change) => ({
      ...change,
      weight: 'mend' as const,
      says: `It depends on ${change.about} ${howNow(change.before, change.now)}.`,
    })),
}

function howNow(before: string | undefined, now: string | undefined): string {
  if (now === undefined) return 'no more'
  return before === undefined ? 'now' : 'in another range'
}
