import { z } from 'zod'
import { problemSchema } from '../problem'

// Shapes that many answers have in common.

/** A moment, which travels as text in ISO 8601. */
export const moment = z.coerce.date()

/** The number of a revision as it is sent: 0 where there was none; what PostgreSQL counts in is no larger. */
export const revisionNumberSchema = z.number().int().min(0).max(2_000_000_000)

/** An answer that says nothing but that it is done. */
export const nothingSchema = z.object({})

export const madeSchema = z.object({ id: z.string() })

/** RFC 9457 problem details, with our problems in it. */
export const problemDetailsSchema = z.looseObject({
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  problems: z.array(problemSchema).default([]),
})
