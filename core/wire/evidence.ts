import { z } from 'zod'
import { usageSchema, type Usage } from '../code/usage'
import { evidenceSchema } from '../evidence/evidence'
import { onlySchema } from '../evidence/only'
import { problemSchema } from '../problem'
import { moment } from './common'

// What a browser showed.

/** How work over a whole library fares that a browser on the server does. */
export const runSchema = z.object({
  state: z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']),
  done: z.number().int(),
  total: z.number().int(),
  problems: z.array(problemSchema),
  made_at: moment,
})

/**
 * What a browser showed for the members of each component as it is now, and how the newest run over all of
 * them fares.
 */
export const libraryEvidenceSchema = z.object({
  run: runSchema.nullable(),
  /** How many components there are of which something is not known as they are now, by kind. */
  left: z.record(z.enum(['any', ...onlySchema.options]), z.number().int()),
  components: z.array(z.object({ tag: z.string(), evidence: z.array(evidenceSchema), made_at: moment })),
})

export type LibraryEvidence = z.infer<typeof libraryEvidenceSchema>

/** What was seen on the bench, of the module that was tried as it stood on the shelf. */
export const newEvidenceSchema = z.object({
  module: z.string().max(500),
  face: usageSchema as unknown as z.ZodType<Usage>,
  evidence: z.array(evidenceSchema).max(2000),
})
