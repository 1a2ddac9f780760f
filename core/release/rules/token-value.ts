import { isSameInCss } from '../../tokens/themes'
import { isOtherType, kept } from './held'
import type { ReleaseRule, ToCompare } from './rule'

/** A token with another value: what wears it looks otherwise, and nobody has to change anything. */
export const tokenValue: ReleaseRule = {
  name: 'token-value',
  title: 'A token has another value',
  changes: (given) =>
    kept(given).flatMap(({ then, since }) => {
      // that it is of another type is told by a rule of its own
      if (isOtherType(then, since)) return []
      const { path } = since
      const changed = given.now.themes.flatMap((theme) => changeIn(given, theme.name, path))
      const [first] = changed
      if (!first) return []
      const more = changed.length - 1
      return [
        {
          weight: 'mend' as const,
          about: `value of ${path}`,
          says:
            `${path} was ${first.was} in ${first.theme}, and is ${first.is}` +
            `${more > 0 ? `; it is another in ${more} more ${more === 1 ? 'theme' : 'themes'}` : ''}.`,
          token: path,
        },
      ]
    }),
}

/** How the value of a token differs in one theme; what only follows another token is told by that one. */
function changeIn({ before, now }: ToCompare, theme: string, path: string) {
  const [then, since] = [before.tokensOf.get(theme)?.get(path), now.tokensOf.get(theme)?.get(path)]
  if (!then || !since || isSameInCss(then, since)) return []
  const follows = then.written === since.written && since.chain.length > 1
  const [thenThere, sinceThere] = [before, now].map(({ tokensOf }) => tokensOf.get(since.from)?.get(path))
  const isElsewhere =
    since.from !== theme && then.from === since.from && !!sinceThere && !isSameInCss(thenThere, sinceThere)
  if (follows || isElsewhere) return []
  const title = now.themes.find(({ name }) => name === theme)?.title ?? theme
  return [{ theme: title, was: then.css, is: since.css }]
}
