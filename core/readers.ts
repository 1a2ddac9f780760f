import { z } from 'zod'

/**
 * Who may read a library besides those who have a role in it: nobody, whoever has an account here, or whoever
 * comes. What is published of it may be installed without a token in the latter two.
 */
export const readersSchema = z.enum(['staff', 'accounts', 'anyone'])
export type Readers = z.infer<typeof readersSchema>
