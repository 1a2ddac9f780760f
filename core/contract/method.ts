import { z } from 'zod'
import { memberFields } from './member'
import { printType, shortType, typeSchema } from './type'
import { memberKind } from './member-kind'
import { heaviest, isReadType, isSameType, weightOfInput, weightOfOutput, type Weight } from './weight'

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

/** What a method takes by place: less of a kind, one more that must be given, or one that is gone is missed. */
function weightOfTakes(before: Method['takes'], now: Method['takes']): Weight {
  return heaviest([
    ...before.map((taken, i): Weight => {
      const other = now[i]
      if (!other || (taken.optional && !other.optional)) return 'breaking'
      return weightOfInput(taken.type, other.type)
    }),
    ...now.slice(before.length).map((taken): Weight => (taken.optional ? 'additive' : 'breaking')),
  ])
}

const takeSame = (before: Method['takes'], now: Method['takes']): boolean =>
  before.length === now.length &&
  before.every(({ type, optional }, i) => optional === now[i]!.optional && isSameType(type, now[i]!.type))

export const methodKind = memberKind({
  kind: 'method',
  heading: 'Methods',
  schema: methodSchema,
  describe: describeMethod,
  facets: [
    {
      name: 'returns',
      title: 'A method answers something else',
      show: ({ returns }) => printType(returns, true),
      isRead: ({ returns }) => isReadType(returns),
      isSame: (before, now) => isSameType(before.returns, now.returns),
      weigh: (before, now) => weightOfOutput(before.returns, now.returns),
    },
    {
      name: 'takes',
      title: 'A method takes something else',
      show: ({ takes }) =>
        takes
          .map(({ type, optional }) => `${printType(type, true)}${optional ? ', optional' : ''}`)
          .join('; ') || 'nothing',
      isRead: ({ takes }) => takes.every(({ type }) => isReadType(type)),
      isSame: (before, now) => takeSame(before.takes, now.takes),
      weigh: (before, now) => weightOfTakes(before.takes, now.takes),
    },
  ],
})
