import { rangeChanges, weightOfRange } from './ranges'
import type { ReleaseRule } from './rule'

/** What must be installed beside: a range that takes less, or one more package, asks something of everybody. */
export const packagePeer: ReleaseRule = {
  name: 'package-peer',
  title: 'Something else must be installed beside the package',
  changes: ({ before, now }) =>
    rangeChanges(before.package.peerDependencies, now.package.peerDependencies).map((change) => ({
      ...change,
      weight: weightOfRange(change.before, change.now),
      says: sayPeer(change.about, change.before, change.now),
    })),
}

function sayPeer(name: string, before: string | undefined, now: string | undefined): string {
  if (now === undefined) return `${name} need not be installed beside it any more.`
  if (before === undefined) return `${name} must be installed beside it.`
  return `${name} must be installed beside it in another range.`
}
