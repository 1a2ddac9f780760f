import { cssText } from '../../tokens/css-text'
import type { Resolved } from '../../tokens/resolve'
import type { Dress, ToCompare } from './rule'

/** A token that one dress has and another has not, with the titles of the themes in which that is so. */
export interface Missing {
  token: Resolved
  /** None where it is missing in all of them. */
  only: string[]
}

/** Tokens of one dress that another does not have, in the themes that both have. */
export function missingFrom(other: Dress, dress: Dress): Missing[] {
  const common = dress.themes.filter(({ name }) => other.tokensOf.has(name))
  const missing = new Map<string, { token: Resolved; titles: string[] }>()
  for (const { name, title } of common)
    for (const token of dress.tokensOf.get(name)!.values()) {
      if (other.tokensOf.get(name)!.has(token.path)) continue
      const known = missing.get(token.path)
      if (known) known.titles.push(title)
      else missing.set(token.path, { token, titles: [title] })
    }
  return [...missing.values()].map(({ token, titles }) => ({
    token,
    only: titles.length < common.length ? titles : [],
  }))
}

export const inThemes = (titles: readonly string[]): string =>
  titles.length ? ` in ${titles.join(' and ')}` : ''

/** Tokens that both dresses have, as each has them first. */
export const kept = ({ before, now }: ToCompare): { then: Resolved; since: Resolved }[] =>
  [...now.every.values()].flatMap((since) => {
    const then = before.every.get(since.path)
    return then ? [{ then, since }] : []
  })

/** Whether a token is of another type; what CSS takes as it is written may be of any. */
export const isOtherType = (then: Resolved, since: Resolved): boolean =>
  then.type !== since.type && then.type !== cssText.type && since.type !== cssText.type
