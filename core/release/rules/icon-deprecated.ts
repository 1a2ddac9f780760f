import { own } from '../../own'
import type { ReleaseRule } from './rule'
import { saysDeprecated } from './told'

/** An icon that should not be used any more: it is there still, and whoever uses it should know. */
export const iconDeprecated: ReleaseRule = {
  name: 'icon-deprecated',
  title: 'An icon is deprecated',
  changes: ({ before, now }) =>
    Object.entries(now.deprecatedIcons ?? {})
      .filter(
        ([name]) => before.icons.includes(name) && own(before.deprecatedIcons ?? {}, name) === undefined,
      )
      .map(([name, note]) => ({
        weight: 'additive' as const,
        about: `deprecation of ${name}`,
        says: saysDeprecated(`The icon ${name}`, note),
      })),
}
