import type { LibraryPair, PairPlace } from '../../contrast/gather'
import type { InkRole } from '../../contrast/ink'
import { isUnreadable, roleTitles } from '../../contrast/pair'
import type { Finding } from '../check'

/** Findings that are told of one pair, a component each. */
const mostComponents = 12

const whatOf = (role: InkRole, says: string): string => {
  if (role === 'focus') return `the ${roleTitles.focus} of ${says}`
  return says ? `“${says}”` : roleTitles[role]
}

/**
 * Colours that do not read on one another where they were seen together: of each component and theme, by the
 * tokens by which they came where they came by any.
 */
export function contrastFindings(
  pairs: readonly LibraryPair[],
  tokenOf: (property: string) => string | undefined,
  titleOf: (theme: string) => string = (theme) => theme,
): Finding[] {
  const nameOf = (property: string | undefined, colour: string): string =>
    (property === undefined ? undefined : tokenOf(property)) ?? colour
  return pairs.filter(isUnreadable).flatMap((pair) => {
    const { theme, role, text, ground, by, groundBy, ratio, wants } = pair
    const [colour, behind] = [nameOf(by, text), nameOf(groundBy, ground)]
    const token = by === undefined ? undefined : tokenOf(by)
    const first = new Map<string, PairPlace>()
    for (const place of pair.places) if (!first.has(place.tag)) first.set(place.tag, place)
    return [...first.values()].slice(0, mostComponents).map(({ tag, at, situation, says }): Finding => ({
      rule: 'contrast',
      about: `${theme} ${role} ${colour} on ${behind} ${tag} ${at}`.slice(0, 500),
      says:
        `In ${titleOf(theme)}, ${situation}, ${whatOf(role, says)} (${at}) is ` +
        `${colour === text ? text : `${colour}, ${text},`} on ${behind === ground ? ground : `${behind}, ${ground}`}: ` +
        `${ratio} to 1, of ${wants}.`,
      todo: token ? 'Under Contrast stands what would mend it.' : 'Give it a colour that reads, by a token.',
      tag,
      ...(token ? { token } : {}),
    }))
  })
}
