import type { ReleaseRule } from './rule'
import { wornBy } from './worn-by'

/** A theme that is gone: what wears it looks as without. */
export const themeGone: ReleaseRule = {
  name: 'theme-gone',
  title: 'A theme is gone',
  changes: ({ before, now }) =>
    before.themes
      .filter(({ name }) => !now.themes.some((theme) => theme.name === name))
      .map((theme) => ({
        weight: 'breaking' as const,
        about: `theme ${theme.name}`,
        says: `The theme ${theme.title} is gone: ${wornBy(theme)} does nothing.`,
      })),
}
