import type { ReleaseRule } from './rule'

/** A component that was not there: there is something to use. */
export const componentNew: ReleaseRule = {
  name: 'component-new',
  title: 'A component is new',
  changes: ({ components }) =>
    components.flatMap(({ before, now }) =>
      now && !before
        ? [{ weight: 'additive' as const, about: now.tag, says: `${now.tag} is new.`, tag: now.tag }]
        : [],
    ),
}
