import { z } from 'zod'
import { libraryPairSchema } from '../contrast/gather'

/** Colours on one another in a whole library. */
export const contrastSchema = z.object({
  pairs: z.array(libraryPairSchema),
  /** Components of the library, and those of which a browser has told. */
  components: z.number().int(),
  looked: z.number().int(),
  /** Components that were changed since they were looked at, or in whose themes something was. */
  stale: z.array(z.string()),
  /** Variants, examples and states that could not be looked at in every theme. */
  left: z.number().int(),
})
export type Contrast = z.infer<typeof contrastSchema>

/** What sheets use each token for, itself or through others, by its path. */
export const tokenPurposesSchema = z.record(z.string(), z.array(z.string()))
export type TokenPurposes = z.infer<typeof tokenPurposesSchema>
