import { z } from 'zod'
import { problemSchema } from '../problem'
import { publicationStateSchema, stepSchema } from '../release/publication'
import { moment } from './common'

/** An attempt to publish what stood on the shelf. */
export const publicationSchema = z.object({
  id: z.string(),
  version: z.string(),
  channel: z.string(),
  /** Only tried out: nothing of it becomes visible. */
  rehearsal: z.boolean(),
  state: publicationStateSchema,
  steps: z.array(stepSchema),
  problems: z.array(problemSchema),
  by: z.string().nullable(),
  made_at: moment,
})
export type Publication = z.infer<typeof publicationSchema>

/** The newest attempts of a library, the newest first. */
export const publicationsSchema = z.array(publicationSchema)
/** What an attempt that began answers. */
export const attemptBegunSchema = z.object({ id: z.string() })
