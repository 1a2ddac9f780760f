import { z } from 'zod'
import { usageSchema, type Usage } from '../code/usage'

/** What a browser showed for a member. */
export const evidenceMarkSchema = z.enum(['seen', 'no effect', 'not found', 'not reached', 'not tried'])
export type EvidenceMark = z.infer<typeof evidenceMarkSchema>

const usage = usageSchema as unknown as z.ZodType<Usage>
export const evidenceSchema = z.object({
  /** The member's key. */
  member: z.string().max(500),
  mark: evidenceMarkSchema,
  /** What was seen, or why it was not tried, as a sentence. */
  says: z.string().max(2000),
  /** Something that is not as it is said to be, although the member works. */
  remark: z.string().max(2000).optional(),
  /** Two ways of showing it that looked different, or that should have and did not. */
  between: z.tuple([usage, usage]).optional(),
})
export type Evidence = z.infer<typeof evidenceSchema>

/**
 * Counts up whenever members are tried in another way than before, so that what was seen then is seen anew.
 */
export const trialVersion = 12

/** How much was seen of how many members. */
export const shareSeen = (evidence: readonly Evidence[]): { seen: number; all: number } => ({
  seen: evidence.filter((seenMember) => seenMember.mark === 'seen').length,
  all: evidence.length,
})
/** Marks of members that are said to be there and showed nothing. */
export const isDoubted = (mark: string): boolean => mark === 'no effect' || mark === 'not found'
/** Members that are said to be there and showed nothing. */
export const inDoubt = (evidence: readonly Evidence[]): Evidence[] =>
  evidence.filter(({ mark }) => isDoubted(mark))
