import { z } from 'zod'
import { memberFields } from './member'
import { shortType, typeSchema } from './type'
import { memberKind } from './member-kind'
import { heaviest, weightOfInput, weightOfOutput, type Weight } from './weight'

/** A public method. */
export const methodSchema = z.object({
  kind: z.literal('method'),
  ...memberFields,
  takes: z.array(z.object({ name: z.string(), type: typeSchema, optional: z.boolean() })),
  returns: typeSchema,
  /** Nothing is done when it is called. */
  idle: z.boolean().optional(),
})
export type Method = z.infer<typeof methodSchema>

export const describeMethod = (method: Method): string =>
  `(${method.takes.map((p) => `${p.name}${p.optional ? '?' : ''}: ${shortType(p.type)}`).join(', ')}) ` +
  `→ ${shortType(method.returns)}`

export const methodKind = memberKind({
  kind: 'method',
  heading: 'Methods',
  schema: methodSchema,
  describe: describeMethod,
  compare: (before, now) =>
    heaviest([
      weightOfOutput(before.returns, now.returns),
      ...before.takes.map((taken, i): Weight => {
        const other = now.takes[i]
        if (!other || (taken.optional && !other.optional)) return 'breaking'
        return weightOfInput(taken.type, other.type)
      }),
      ...now.takes
        .slice(before.takes.length)
        .map((taken): Weight => (taken.optional ? 'additive' : 'breaking')),
    ]),
})
