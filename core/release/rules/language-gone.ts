import type { ReleaseRule } from './rule'

/** A language that the library says nothing in any more. */
export const languageGone: ReleaseRule = {
  name: 'language-gone',
  title: 'A language is gone',
  changes: ({ before, now }) =>
    before.languages
      .filter((tag) => !now.languages.includes(tag))
      .map((tag) => ({
        weight: 'breaking' as const,
        about: tag,
        says: `Messages in ${tag} are gone.`,
      })),
}
