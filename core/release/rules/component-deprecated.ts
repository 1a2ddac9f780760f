import type { ReleaseRule } from './rule'
import { stayed } from './told'

/** A component that should not be used any more (Semantic Versioning 2.0.0, section 7: at least a minor). */
export const componentDeprecated: ReleaseRule = {
  name: 'component-deprecated',
  title: 'A component is deprecated',
  changes: (given) =>
    stayed(given)
      .filter(({ before, now }) => before.deprecated === undefined && now.deprecated !== undefined)
      .map(({ now }) => ({
        weight: 'additive' as const,
        about: now.tag,
        says: `${now.tag} is deprecated.`,
        tag: now.tag,
        ...(now.deprecated ? { now: now.deprecated } : {}),
      })),
}
