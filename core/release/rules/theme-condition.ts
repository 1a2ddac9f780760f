import type { ReleaseRule } from './rule'

/** A theme that comes in by itself at another time than before, or not any more. */
export const themeCondition: ReleaseRule = {
  name: 'theme-condition',
  title: 'A theme comes in by itself at another time',
  changes: ({ before, now }) =>
    now.themes.flatMap((theme) => {
      const then = before.themes.find(({ name }) => name === theme.name)
      return then && JSON.stringify(then.when ?? null) !== JSON.stringify(theme.when ?? null)
        ? [
            {
              weight: 'mend' as const,
              about: `condition of ${theme.name}`,
              says:
                `The theme ${theme.title} comes in by itself ` +
                `${theme.when ? 'under another condition' : 'no longer'}.`,
            },
          ]
        : []
    }),
}
