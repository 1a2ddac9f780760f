import type { Tier } from '../../tokens/document'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding } from '../check'
import { nearestTokens } from '../nearness'
import { purposesOf } from '../purposes'

/** What tokens of a tier are to refer to; a primitive has a value of its own. */
const above: Partial<Record<Tier, Tier>> = { component: 'semantic', semantic: 'primitive' }

/**
 * Tokens that refer past the tier above theirs, or have a value of their own where a token of that tier
 * comes to
 * the same or nearly so.
 */
export const tier: Check = {
  run(given) {
    const purposes = purposesOf(given)
    return [...given.tokensOf].flatMap(([theme, tokens]) => {
      const inTier = byTier(tokens)
      return (
        [...tokens.values()]
          // what a theme has from the one it is built on is told there
          .filter(({ from }) => from === theme)
          .flatMap((token) => judge(theme, token, { tokens, inTier, purposes }))
      )
    })
  },
}

interface Known {
  tokens: ReadonlyMap<string, Resolved>
  inTier: (tier: Tier, type: string) => readonly Resolved[]
  purposes: ReadonlyMap<string, ReadonlySet<string>>
}

function byTier(tokens: Known['tokens']): Known['inTier'] {
  const groups = new Map<string, Resolved[]>()
  for (const token of tokens.values()) {
    const key = `${token.tier} ${token.type}`
    const group = groups.get(key)
    if (group) group.push(token)
    else groups.set(key, [token])
  }
  return (tier, type) => groups.get(`${tier} ${type}`) ?? []
}

function judge(theme: string, token: Resolved, known: Known): Finding[] {
  const wanted = above[token.tier]
  if (!wanted) return []
  const past = token.refers
    .map((path) => known.tokens.get(path))
    .find((other) => other !== undefined && other.tier !== wanted && other.tier !== token.tier)
  const nearest = past || token.refers.length === 0 ? nearestIn(wanted, token, known) : undefined
  if (!past && !nearest) return []
  const broken = past
    ? `refers to ${past.path}, which is ${past.tier}`
    : `has a value of its own, ${token.css}`
  return [
    {
      rule: 'tier',
      about: `${theme} ${token.path}`,
      token: token.path,
      says: `${token.path} is ${token.tier}, and in ${theme} ${broken}.`,
      todo: nearest
        ? `Refer to {${nearest.path}}, which is ${nearest.css}.`
        : `Refer to a token that is ${wanted}, or make one.`,
    },
  ]
}

/** The token of a tier that comes nearest; a length stands only for one that is used for the same. */
function nearestIn(wanted: Tier, token: Resolved, { inTier, purposes }: Known): Resolved | undefined {
  const ours = purposes.get(token.path)
  const isFor = ({ path }: Resolved) =>
    token.type !== 'dimension' || [...(purposes.get(path) ?? [])].some((purpose) => ours?.has(purpose))
  return nearestTokens(token.css, inTier(wanted, token.type).filter(isFor), token.type)[0]?.token
}
