import { z } from 'zod'
import type { Tier } from '../tokens/document'

/**
 * What a library has its tokens refer to: a primitive has a value of its own, the others name a token of a tier above,
 * or whatever they like.
 */
export const tierRuleSchema = z.object({
  semantic: z.enum(['primitive', 'anything']),
  component: z.enum(['semantic', 'semantic or primitive', 'anything']),
})
export type TierRule = z.infer<typeof tierRuleSchema>

export const usualTierRule: TierRule = { semantic: 'primitive', component: 'semantic' }

/** The tiers that tokens of a tier are to refer to, the nearest first; none where they may have what they like. */
export function tiersAbove(rule: TierRule, tier: Tier): readonly Tier[] {
  if (tier === 'semantic') return rule.semantic === 'primitive' ? ['primitive'] : []
  if (tier === 'primitive' || rule.component === 'anything') return []
  return rule.component === 'semantic' ? ['semantic'] : ['semantic', 'primitive']
}
