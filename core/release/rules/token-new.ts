import { inThemes, missingFrom } from './held'
import type { ReleaseRule } from './rule'

/** A token that was not there: there is something to use. */
export const tokenNew: ReleaseRule = {
  name: 'token-new',
  title: 'A token is new',
  changes: ({ before, now }) =>
    missingFrom(before, now).map(({ token: { path, css }, only }) => ({
      weight: 'additive' as const,
      about: `new token ${path}`,
      says: `${path} is new${inThemes(only)}: ${css}.`,
      token: path,
    })),
}
