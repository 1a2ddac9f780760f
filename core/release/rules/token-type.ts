import { isOtherType, kept } from './held'
import type { ReleaseRule } from './rule'

/** A token of another type: where it was used, CSS may take it no longer. */
export const tokenType: ReleaseRule = {
  name: 'token-type',
  title: 'A token is of another type',
  changes: (given) =>
    kept(given)
      .filter(({ then, since }) => isOtherType(then, since))
      .map(({ then, since: { path, type } }) => ({
        weight: 'breaking' as const,
        about: `type of ${path}`,
        says: `${path} is a ${type}, and was a ${then.type}.`,
        token: path,
      })),
}
