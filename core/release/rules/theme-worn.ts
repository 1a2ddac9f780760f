import type { ReleaseRule } from './rule'
import { wornBy } from './worn-by'

/** A theme that is worn by another attribute. */
export const themeWorn: ReleaseRule = {
  name: 'theme-worn',
  title: 'A theme is worn by something else',
  changes: ({ before, now }) =>
    now.themes.flatMap((theme) => {
      const then = before.themes.find(({ name }) => name === theme.name)
      return then && wornBy(then) !== wornBy(theme)
        ? [
            {
              weight: 'breaking' as const,
              about: `attribute of ${theme.name}`,
              says: `The theme ${theme.title} is worn by ${wornBy(theme)}, and was by ${wornBy(then)}.`,
            },
          ]
        : []
    }),
}
