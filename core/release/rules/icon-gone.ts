import { own } from '../../own'
import { readDeprecation } from '../deprecation'
import type { ReleaseRule } from './rule'

/** An icon that the package hands on no more. */
export const iconGone: ReleaseRule = {
  name: 'icon-gone',
  title: 'An icon is gone',
  changes: ({ before, now }) =>
    before.icons
      .filter((name) => !now.icons.includes(name))
      .map((name) => ({
        weight: 'breaking' as const,
        about: name,
        says: `The icon ${name} is gone.`,
        ...readDeprecation(own(before.deprecatedIcons ?? {}, name) ?? ''),
      })),
}
