import type { ReleaseRule } from './rule'

/** An icon that was not there: there is something to use. */
export const iconNew: ReleaseRule = {
  name: 'icon-new',
  title: 'An icon is new',
  changes: ({ before, now }) =>
    now.icons
      .filter((name) => !before.icons.includes(name))
      .map((name) => ({ weight: 'additive' as const, about: name, says: `The icon ${name} is new.` })),
}
