import type { ReleaseRule } from './rule'
import { stayed } from './told'

/** A component that is called otherwise: whoever writes its tag, or its name, writes another. */
export const componentRenamed: ReleaseRule = {
  name: 'component-renamed',
  title: 'A component is called otherwise',
  changes: (given) =>
    stayed(given)
      .filter(({ before, now }) => before.tag !== now.tag)
      .map(({ before, now }) => ({
        weight: 'breaking' as const,
        about: before.tag,
        says: `${before.tag} seems to be called ${now.tag} now.`,
        tag: now.tag,
      })),
}
