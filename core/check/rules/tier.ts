import type { Tier } from '../../tokens/document'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding } from '../check'
import { nearestTokens } from '../../tokens/nearness'
import { purposesOf } from '../purposes'
import { tiersAbove, type TierRule } from '../tier-rule'

/**
 * Tokens that refer past the tiers that the library has them refer to, or have a value of their own where a
 * token of those tiers comes to the same or nearly so.
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
          .flatMap((token) => judge(theme, token, { tokens, inTier, purposes, tiers: given.tiers }))
      )
    })
  },
}

interface Known {
  tokens: ReadonlyMap<string, Resolved>
  inTier: (tier: Tier, type: string) => readonly Resolved[]
  purposes: ReadonlyMap<string, ReadonlySet<string>>
  tiers: TierRule
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
  const wanted = tiersAbove(known.tiers, token.tier)
  if (wanted.length === 0) return []
  const past = token.refers
    .map((path) => known.tokens.get(path))
    .find((other) => other !== undefined && !wanted.includes(other.tier) && other.tier !== token.tier)
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
        : `Refer to a token that is ${wanted.join(' or ')}, or make one.`,
    },
  ]
}

/** The token of the first tier with one that comes near; a length stands only for one that is used for the same. */
function nearestIn(
  wanted: readonly Tier[],
  token: Resolved,
  { inTier, purposes }: Known,
): Resolved | undefined {
  const ours = purposes.get(token.path)
  const isFor = ({ path }: Resolved) =>
    token.type !== 'dimension' || [...(purposes.get(path) ?? [])].some((purpose) => ours?.has(purpose))
  return wanted
    .map((tier) => nearestTokens(token.css, inTier(tier, token.type).filter(isFor), token.type)[0]?.token)
    .find((nearest) => nearest !== undefined)
}
