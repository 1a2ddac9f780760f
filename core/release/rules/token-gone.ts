import { readDeprecation } from '../deprecation'
import type { Resolved } from '../../tokens/resolve'
import { cssName } from '../../tokens/themes'
import { inThemes, missingFrom } from './held'
import type { ReleaseRule, ToCompare } from './rule'

/** A custom property that was there is gone: whatever reads it gets nothing, or its fallback. */
export const tokenGone: ReleaseRule = {
  name: 'token-gone',
  title: 'A token is gone',
  changes(given) {
    const successorOf = successorsIn(given)
    return missingFrom(given.now, given.before).map(({ token, only }) => {
      const { path } = token
      const successor = only.length ? undefined : successorOf(token)
      return {
        weight: 'breaking' as const,
        about: `token ${path}`,
        says:
          `${path} is gone${inThemes(only)}, and ${cssName(given.prefix, path)} with it` +
          `${successor ? `; ${successor}, which is new, has its value` : ''}.`,
        ...(successor ? { token: successor } : {}),
        ...readDeprecation(token.deprecated ?? ''),
      }
    })
  },
}

/** Finds the new token that alone has the value of another that is gone: that was probably renamed. */
function successorsIn({ before, now }: ToCompare): (gone: Resolved) => string | undefined {
  const keyOf = ({ type, css }: Resolved) => `${type}\n${css}`
  const byValue = new Map<string, string[]>()
  for (const token of now.every.values())
    if (!before.every.has(token.path))
      byValue.set(keyOf(token), [...(byValue.get(keyOf(token)) ?? []), token.path])
  return (gone) => {
    const alike = byValue.get(keyOf(gone)) ?? []
    return alike.length === 1 ? alike[0] : undefined
  }
}
