import { z } from 'zod'
import { joinClaims, label, memberFields, type Claim, whereComplete } from './member'
import { memberKind } from './member-kind'

/**
 * A part: an element inside the shadow tree that the page may style with `::part(name)`.
 * `from` is set where the part belongs to an inner component and is forwarded (CSS Shadow Parts,
 * `exportparts`).
 */
export const partSchema = z.object({
  kind: z.literal('part'),
  ...memberFields,
  element: z.string().optional(),
  from: z.object({ tag: z.string(), part: z.string() }).optional(),
})
export type Part = z.infer<typeof partSchema>

export const describePart = (part: Part): string =>
  part.known === 'comment'
    ? 'in comment only'
    : label(part.from ? `${part.from.part} of ${part.from.tag}` : part.element && `<${part.element}>`)

/** `complete`: all of the code that could make a claim true was read; else none is called false. */
export const joinParts = (found: Part[], claims: Claim[], complete = true): Part[] =>
  joinClaims(found, claims, (claim) => ({
    kind: 'part',
    name: claim.name,
    place: claim.place,
    known: 'comment',
    comment: claim.text || undefined,
    disagreements: whereComplete(complete, {
      about: 'part',
      comment: `part ${claim.name}`,
      code: 'no element carries it',
      place: claim.place,
    }),
  }))

export const partKind = memberKind({
  kind: 'part',
  heading: 'Parts',
  schema: partSchema,
  describe: describePart,
  // what a page writes for one element need not fit another
  facets: [
    {
      name: 'element',
      title: 'A part is another element',
      show: ({ element }) => (element ? `<${element}>` : 'no element'),
      // what a page writes for one element need not fit another
      weigh: () => 'breaking',
    },
    {
      name: 'from',
      title: 'A part is handed on from elsewhere',
      show: ({ from }) => (from ? `${from.part} of ${from.tag}` : 'its own'),
      weigh: () => 'mend',
    },
  ],
})
