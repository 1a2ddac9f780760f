import { z } from 'zod'
import { findingSchema } from '../check/check'
import { tierRuleSchema } from '../check/tier-rule'
import { newWaiverSchema } from '../check/waiver'
import { overrideSchema } from '../reach/overrides-told'
import { moment } from './common'

// What rules notice, and what of that is let stand.

export const waiverSchema = newWaiverSchema.extend({
  id: z.string(),
  /** Who lets it stand, where they are still there. */
  by: z.string().nullable(),
  made_at: moment,
})
export type Waiver = z.infer<typeof waiverSchema>

export const findingsSchema = z.object({
  findings: z.array(findingSchema),
  waivers: z.array(waiverSchema),
  tiers: tierRuleSchema,
})
export type Findings = z.infer<typeof findingsSchema>

/** What in a page's sheets reaches deeper into components than they offer, of how many rules. */
export const overridesSchema = z.object({ overrides: z.array(overrideSchema), rules: z.number().int() })
