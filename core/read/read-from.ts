import { z } from 'zod'

/**
 * Which of the two a library is read from, where it has both: what people wrote, or what was built from it.
 */
export const readFromSchema = z.enum(['source', 'built'])
export type ReadFrom = z.infer<typeof readFromSchema>
