import { z } from 'zod'
import type { Problem } from '../problem'
import { isSameWritten, valueAt, withValue } from './document'
import { problemsIn, type Theme } from './themes'

/** A value that a token gets in one theme, or with nothing there the theme's own value taken out. */
export const fittingChangeSchema = z.object({
  theme: z.string(),
  path: z.string(),
  value: z.json().optional(),
  /** The value that the theme's file had when it was tried. */
  seen: z.json().nullable(),
})
export type FittingChange = z.infer<typeof fittingChangeSchema>

/** Themes as they would be with all that is changed. */
export const withChanges = <T extends Theme>(
  themes: readonly T[],
  changes: readonly { theme: string; path: string; value?: unknown }[],
): T[] =>
  themes.map((theme) => {
    const own = changes.filter((change) => change.theme === theme.name)
    return own.length === 0
      ? theme
      : {
          ...theme,
          document: own.reduce(
            (document, { path, value }) => withValue(document, path, value),
            theme.document,
          ),
        }
  })

/** What would be wrong with all that is changed that is not wrong without. */
export function problemsOfChanges(themes: Theme[], changes: readonly FittingChange[]): Problem[] {
  const known = new Set(problemsIn(themes).map(({ what }) => what))
  return problemsIn(withChanges(themes, changes)).filter(({ what }) => !known.has(what))
}

/** Changes of tokens that somebody gave another value in the library since they were tried. */
export const overtaken = (themes: readonly Theme[], changes: readonly FittingChange[]): FittingChange[] =>
  changes.filter(({ theme: name, path, seen }) => {
    const theme = themes.find((known) => known.name === name)
    return theme === undefined || !isSameWritten(valueAt(theme.document, path), seen)
  })

/** What stands in a fitting and in another: the same token in the same theme. */
export const sharedWith = (
  changes: readonly FittingChange[],
  others: readonly FittingChange[],
): FittingChange[] =>
  changes.filter((change) =>
    others.some((other) => other.theme === change.theme && other.path === change.path),
  )

/** What is kept, under names beside those of what is tried. */
export const besideName = (theme: string): string => `${theme}--kept`

/** All themes as they are tried, and after them the same as they are kept. */
export const besideKept = (tried: readonly Theme[], kept: readonly Theme[]): Theme[] => [
  ...tried,
  ...kept.map((theme) => ({
    ...theme,
    name: besideName(theme.name),
    title: `${theme.title}, as kept`,
    on: theme.on === null ? null : besideName(theme.on),
  })),
]
