import { z } from 'zod'
import { toldSchema } from '../accessible/told'
import { moment } from './common'

/**
 * What a browser tells assistive technology of a component; `current`: of how it is now, and not of an earlier state.
 */
export const accessibleSchema = z.object({
  told: z.array(toldSchema),
  current: z.boolean(),
  made_at: moment.nullable(),
})
export type Accessible = z.infer<typeof accessibleSchema>
