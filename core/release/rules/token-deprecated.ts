import { kept } from './held'
import type { ReleaseRule } from './rule'
import { saysDeprecated } from './told'

/** A token that should not be used any more: it is there still, and whoever uses it should know. */
export const tokenDeprecated: ReleaseRule = {
  name: 'token-deprecated',
  title: 'A token is deprecated',
  changes: (given) =>
    kept(given)
      .filter(({ then, since }) => then.deprecated === undefined && since.deprecated !== undefined)
      .map(({ since: { path, deprecated } }) => ({
        weight: 'additive' as const,
        about: `deprecation of ${path}`,
        says: saysDeprecated(path, deprecated),
        token: path,
      })),
}
