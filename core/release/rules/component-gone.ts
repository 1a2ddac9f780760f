import { readDeprecation } from '../deprecation'
import type { ReleaseRule } from './rule'

/** A component that was there is gone, and nothing like it came. */
export const componentGone: ReleaseRule = {
  name: 'component-gone',
  title: 'A component is gone',
  changes: ({ components }) =>
    components.flatMap(({ before, now }) =>
      before && !now
        ? [
            {
              weight: 'breaking' as const,
              about: before.tag,
              says: `${before.tag} is gone.`,
              tag: before.tag,
              ...readDeprecation(before.deprecated ?? ''),
            },
          ]
        : [],
    ),
}
