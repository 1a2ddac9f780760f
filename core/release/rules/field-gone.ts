import { cssProperties } from '../../tokens/themes'
import { kept } from './held'
import type { ReleaseRule } from './rule'

/** A field of a composite that is a custom property of its own, and is not there any more. */
export const fieldGone: ReleaseRule = {
  name: 'field-gone',
  title: 'A part of a token is gone',
  changes: (given) =>
    kept(given).flatMap(({ then, since }) => {
      const left = cssProperties(given.prefix, since)
      return [...cssProperties(given.prefix, then).keys()]
        .filter((property) => !left.has(property))
        .map((property) => ({
          weight: 'breaking' as const,
          about: `property ${property}`,
          says: `${property} is gone; ${since.path} has no such part any more.`,
          token: since.path,
        }))
    }),
}
