import { bareName } from '../manifest'
import type { ReleaseRule, Side } from './rule'

/**
 * What can be imported from a package, but for what is there for a component: that comes and goes with
 * it.
 */
function exportsOf({ package: facts, contracts, tagPrefix }: Side): string[] {
  const own = new Set(contracts.map(({ tag }) => `./${bareName(tag, tagPrefix)}`))
  return Object.keys(facts.exports ?? {}).filter((path) => !own.has(path))
}

/** Something that could be imported from the package by name, and cannot any more, or can now. */
export const packageExport: ReleaseRule = {
  name: 'package-export',
  title: 'Something else can be imported from the package',
  changes(given) {
    // of a package that does not say what it hands on all can be imported
    if (!given.before.package.exports || !given.now.package.exports) return []
    const [then, since] = [exportsOf(given.before), exportsOf(given.now)]
    return [
      ...then
        .filter((path) => !since.includes(path))
        .map((path) => ({
          weight: 'breaking' as const,
          about: path,
          says: `${path} cannot be imported any more.`,
        })),
      ...since
        .filter((path) => !then.includes(path))
        .map((path) => ({ weight: 'additive' as const, about: path, says: `${path} can be imported.` })),
    ]
  },
}
