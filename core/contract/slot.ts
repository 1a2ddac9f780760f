import { z } from 'zod'
import { joinClaims, label, memberFields, type Claim, whereComplete } from './member'
import { printType, typeSchema } from './type'
import { memberKind } from './member-kind'
import { heaviest, isReadType, isSameType, weightOfOutput, type Weight } from './weight'

/**
 * A slot: a place for the page's own content. The default slot's name is the empty string.
 * `fallback` is the markup shown while nothing fills it; `feeds` names the props that reach the page
 * only through that fallback, and so lose their outlet when the slot is filled.
 */
export const slotSchema = z.object({
  kind: z.literal('slot'),
  ...memberFields,
  fallback: z.string(),
  feeds: z.array(z.string()),
  /** What the component hands to the content of the slot (slot props). */
  passes: z.array(z.object({ name: z.string(), type: typeSchema.optional() })).optional(),
})
export type Slot = z.infer<typeof slotSchema>

/** How a slot is called in the interface. */
export const slotTitle = (name: string): string => name || 'default'

export const describeSlot = (slot: Slot): string =>
  slot.known === 'comment'
    ? 'in comment only'
    : label(
        slot.fallback ? 'with fallback' : 'fallback: empty',
        (slot.passes?.length ?? 0) > 0 && `slot props ${slot.passes!.map((pass) => pass.name).join(', ')}`,
      )

/** `complete`: all of the code that could make a claim true was read; else none is called false. */
export const joinSlots = (found: Slot[], claims: Claim[], complete = true): Slot[] =>
  joinClaims(
    found,
    claims.map((claim) => (claim.name === 'default' ? { ...claim, name: '' } : claim)),
    (claim) => ({
      kind: 'slot',
      name: claim.name,
      place: claim.place,
      known: 'comment',
      comment: claim.text || undefined,
      disagreements: whereComplete(complete, {
        about: 'slot',
        comment: `slot ${slotTitle(claim.name)}`,
        code: 'no such slot in the template',
        place: claim.place,
      }),
      fallback: '',
      feeds: [],
    }),
  )

/** What comes out of a slot may be more and say more; what is handed on no more, or as something else, is missed. */
function weightOfPasses(before: NonNullable<Slot['passes']>, now: NonNullable<Slot['passes']>): Weight {
  return heaviest([
    ...before.map((pass): Weight => {
      const other = now.find(({ name }) => name === pass.name)
      return other ? weightOfOutput(pass.type, other.type) : 'breaking'
    }),
    now.length > before.length ? 'additive' : 'mend',
  ])
}

type Passes = NonNullable<Slot['passes']>
const passSame = (before: Passes, now: Passes): boolean =>
  before.length === now.length &&
  before.every(({ name, type }) => {
    const other = now.find((pass) => pass.name === name)
    return other !== undefined && isSameType(type, other.type)
  })

export const slotKind = memberKind({
  kind: 'slot',
  heading: 'Slots',
  schema: slotSchema,
  describe: describeSlot,
  title: slotTitle,
  facets: [
    {
      name: 'passes',
      title: 'A slot hands on other slot props',
      show: ({ passes }) =>
        (passes ?? [])
          .map(({ name, type }) => (type ? `${name}: ${printType(type, true)}` : name))
          .join(', ') || 'no slot props',
      isRead: ({ passes = [] }) => passes.every(({ type }) => isReadType(type)),
      isSame: (before, now) => passSame(before.passes ?? [], now.passes ?? []),
      weigh: (before, now) => weightOfPasses(before.passes ?? [], now.passes ?? []),
    },
    {
      name: 'fallback',
      title: 'A slot shows something else while nothing fills it',
      show: ({ fallback }) => fallback || 'empty',
      weigh: () => 'mend',
    },
  ],
})
