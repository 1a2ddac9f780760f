import { z } from 'zod'
import { label, memberFields } from './member'
import { memberKind } from './member-kind'

/**
 * Attributes, classes or handlers that the component takes besides its props and hands on. `to` is the
 * element or component inside that gets them.
 */
export const passThroughSchema = z.object({
  kind: z.literal('pass-through'),
  ...memberFields,
  to: z.string().optional(),
})
export type PassThrough = z.infer<typeof passThroughSchema>

export const describePassThrough = (member: PassThrough): string =>
  label(member.to ? `to <${member.to}>` : 'to no element')

export const passThroughKind = memberKind({
  kind: 'pass-through',
  heading: 'Pass-through attributes',
  schema: passThroughSchema,
  describe: describePassThrough,
  wantsWords: () => false,
  facets: [
    {
      name: 'to',
      title: 'What is handed on goes to another element',
      show: describePassThrough,
      weigh: () => 'breaking',
    },
  ],
})
