import { z } from 'zod'
import { ruleNames } from './check'

/** What somebody lets stand, and why: a finding of a rule, by what it is about. */
export const newWaiverSchema = z.object({
  rule: z.enum(ruleNames),
  about: z.string().min(1).max(2000),
  reason: z.string().trim().min(1, 'why it is let stand').max(500),
})
