import { z } from 'zod'
import { contractSchema } from '../contract/contract'
import { problemSchema } from '../problem'
import { moment } from './common'

// Source, as it is kept, written and brought in.

/** The line of source that a place in a built module comes from. */
export const tracedSchema = z.object({ file: z.string(), line: z.number().int() })

export const sourceListSchema = z.object({ paths: z.array(z.string()) })

export const sourceFileSchema = z.object({ path: z.string(), text: z.string(), revision: z.number().int() })

export const begunSchema = z.object({ job: z.string(), problems: z.array(problemSchema) })

/** What became of an upload: a job, or, where one only wanted to look, what would leave the shelf with it. */
export const uploadedSchema = z.object({
  job: z.string().nullable(),
  problems: z.array(problemSchema),
  leaving: z.object({ components: z.array(z.string()), files: z.number().int() }).nullable(),
})

/** The states of a library's source there have been, the newest first. */
export const revisionsSchema = z.array(
  z.object({
    number: z.number().int(),
    note: z.string(),
    made_by: z.string().nullable(),
    made_at: moment,
    current: z.boolean(),
  }),
)

export type RevisionView = z.infer<typeof revisionsSchema>[number]

/** Source as it is being written: what is wrong with it, and the component that is looked at. */
export const triedSchema = z.object({
  problems: z.array(problemSchema),
  shown: z.object({ contract: contractSchema, module: z.string().nullable() }).nullable(),
})

export type Tried = z.infer<typeof triedSchema>

/**
 * A component that is begun: the files that come and those that change, what it is made after, and the job
 * that brings them in.
 */
export const componentBegunSchema = z.object({
  tag: z.string(),
  model: z.string().nullable(),
  job: z.string().nullable(),
  files: z.array(z.object({ path: z.string(), text: z.string(), isNew: z.boolean() })),
})

export type ComponentBegun = z.infer<typeof componentBegunSchema>
