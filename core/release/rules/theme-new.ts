import type { ReleaseRule } from './rule'
import { wornBy } from './worn-by'

/** A theme that was not there. */
export const themeNew: ReleaseRule = {
  name: 'theme-new',
  title: 'A theme is new',
  changes: ({ before, now }) =>
    now.themes
      .filter(({ name }) => !before.themes.some((theme) => theme.name === name))
      .map((theme) => ({
        weight: 'additive' as const,
        about: `theme ${theme.name}`,
        says: `The theme ${theme.title} is new, worn by ${wornBy(theme)}.`,
      })),
}
