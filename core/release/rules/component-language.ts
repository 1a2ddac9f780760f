import { languageOf } from '../../languages/languages'
import type { ReleaseRule } from './rule'
import { stayed } from './told'

/** A component that is written as something else is used otherwise. */
export const componentLanguage: ReleaseRule = {
  name: 'component-language',
  title: 'A component is written as something else',
  changes: (given) =>
    stayed(given)
      .filter(({ before, now }) => before.language !== now.language)
      .map(({ before, now }) => ({
        weight: 'breaking' as const,
        about: now.tag,
        says: `${now.tag} is written as something else.`,
        tag: now.tag,
        before: languageOf(before).title,
        now: languageOf(now).title,
      })),
}
