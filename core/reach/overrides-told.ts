import { z } from 'zod'

/** A declaration of a page that reaches deeper into a component than it offers. */
export const overrideSchema = z.object({
  file: z.string(),
  line: z.number().int(),
  selector: z.string(),
  declaration: z.string(),
  tag: z.string().nullable(),
  /**
   * It reaches nothing; or what a component has inside and does not offer; or a property that nothing
   * reads.
   */
  is: z.enum(['nothing', 'inside', 'unread']),
  says: z.string(),
  /** What does the same by what is offered, as it is written. */
  instead: z.array(z.string()),
})
export type Override = z.infer<typeof overrideSchema>
