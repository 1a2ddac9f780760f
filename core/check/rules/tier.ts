import type { Tier } from '../../tokens/document'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding } from '../check'
import { nearestTokens } from '../nearness'
import { purposesOf } from '../purposes'

/** What tokens of a tier are to refer to; a primitive has a value of its own. */
const above: Partial<Record<Tier, Tier>> = { component: 'semantic', semantic: 'primitive' }

/**
 * Tokens that refer past the tier above theirs, or have a value of their own where a token of that tier comes to
 * the same or nearly so.
 */
export const tier: Check = {
  rule: 'tier',
  run(given) {
    const purposes = purposesOf(given)
    return [...given.tokensOf].flatMap(([theme, tokens]) =>
      [...tokens.values()]
        // what a theme has from the one it is built on is told there
        .filter(({ from }) => from === theme)
        .flatMap((token) => judge(theme, token, tokens, purposes)),
    )
  },
}

type Tokens = ReadonlyMap<string, Resolved>
type Purposes = ReadonlyMap<string, ReadonlySet<string>>

function judge(theme: string, token: Resolved, tokens: Tokens, purposes: Purposes): Finding[] {
  const wanted = above[token.tier]
  if (!wanted) return []
  const nearest = nearestIn(wanted, token, tokens, purposes)
  const past = token.refers
    .map((path) => tokens.get(path))
    .find((other) => other !== undefined && other.tier !== wanted && other.tier !== token.tier)
  const isRaw = token.refers.length === 0 && nearest !== undefined
  if (!past && !isRaw) return []
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
function nearestIn(wanted: Tier, token: Resolved, tokens: Tokens, purposes: Purposes): Resolved | undefined {
  const ours = purposes.get(token.path)
  const isFor = ({ path }: Resolved) =>
    token.type !== 'dimension' || [...(purposes.get(path) ?? [])].some((purpose) => ours?.has(purpose))
  const candidates = [...tokens.values()].filter(
    (other) => other.tier === wanted && other.path !== token.path && isFor(other),
  )
  return nearestTokens(token.css, candidates, token.type)[0]?.token
}
