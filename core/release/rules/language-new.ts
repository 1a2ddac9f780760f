import type { ReleaseRule } from './rule'

/** A language that the library said nothing in. */
export const languageNew: ReleaseRule = {
  name: 'language-new',
  title: 'A language is new',
  changes: ({ before, now }) =>
    now.languages
      .filter((tag) => !before.languages.includes(tag))
      .map((tag) => ({ weight: 'additive' as const, about: tag, says: `Messages in ${tag} are new.` })),
}
