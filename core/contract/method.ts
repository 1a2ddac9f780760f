import { z } from 'zod'
import { memberFields } from './member'
import { shortType, typeSchema } from './type'

/** A public method. */
export const methodSchema = z.object({
  kind: z.literal('method'),
  ...memberFields,
  takes: z.array(z.object({ name: z.string(), type: typeSchema, optional: z.boolean() })),
  returns: typeSchema,
})
export type Method = z.infer<typeof methodSchema>

export const describeMethod = (method: Method): string =>
  `(${method.takes.map((p) => `${p.name}${p.optional ? '?' : ''}: ` + `${shortType(p.type)}`).join(', ')}) ` +
  `→ ${shortType(method.returns)}`
