import { z } from 'zod'
import { joinClaims, label, memberFields, type Claim, whereComplete } from './member'
import { namesIn, printType, shortType, typeSchema, type TypeModel } from './type'
import { memberKind } from './member-kind'
import { isReadType, isSameType, weightOfOutput, type Weight } from './weight'

/** An event the component dispatches. `detail` is the type of `CustomEvent.detail`, where it has one. */
export const eventSchema = z.object({
  kind: z.literal('event'),
  ...memberFields,
  detail: typeSchema.optional(),
  bubbles: z.boolean(),
  composed: z.boolean(),
  cancelable: z.boolean(),
  /** Declared, and nothing in the code of its component fires it; all of that was read. */
  unfired: z.boolean().optional(),
})
export type Event = z.infer<typeof eventSchema>

const squeeze = (text: string): string =>
  text
    .replace(/[\s()]+|;(?=\s*})/g, '')
    .replaceAll('"', "'")
    .replaceAll(',', ';')

/** What is claimed, with the names of types that the code has spelled out: `Reason` as `'key' | 'button'`. */
function spelledOut(claimed: string, code: TypeModel): string {
  const names = namesIn(code)
  return claimed.replace(
    /'[^']*'|"[^"]*"|[\p{L}_$][\p{L}\p{N}_$]*(?!\s*\??:)/gu,
    (word) => names.get(word) ?? word,
  )
}

export const describeEvent = (event: Event): string =>
  event.known === 'comment'
    ? 'in comment only'
    : label(
        event.detail ? shortType(event.detail) : 'no detail',
        event.bubbles && 'bubbles',
        event.cancelable && 'cancelable',
      )

/** `complete`: all of the code that could make a claim true was read; else none is called false. */
export const joinEvents = (found: Event[], claims: Claim[], complete = true): Event[] =>
  joinClaims(
    found,
    claims,
    (claim) => ({
      kind: 'event',
      name: claim.name,
      place: claim.place,
      known: 'comment',
      comment: claim.text || undefined,
      disagreements: whereComplete(complete, {
        about: 'event',
        comment: `event ${claim.name}`,
        code: 'never dispatched',
        place: claim.place,
      }),
      bubbles: false,
      composed: false,
      cancelable: false,
    }),
    (event, claim) => {
      const code = event.detail ? printType(event.detail, true) : 'no detail'
      const claimed = claim.type && /^CustomEvent\s*<([\s\S]*)>$/.exec(claim.type)?.[1]
      const meant = claimed && event.detail ? spelledOut(claimed, event.detail) : claimed
      return !claimed || squeeze(meant!) === squeeze(code)
        ? event
        : {
            ...event,
            disagreements: [
              ...event.disagreements,
              { about: 'detail', comment: claimed.trim(), code, place: claim.place },
            ],
          }
    },
  )

/** The detail of one event dispatched at several places: what all of them carry. */
export const mergeDetail = (a: TypeModel | undefined, b: TypeModel | undefined): TypeModel | undefined =>
  a?.is === 'object' && b?.is === 'object'
    ? {
        is: 'object',
        ...(a.named && a.named === b.named ? { named: a.named } : {}),
        fields: [
          ...a.fields.map((field) =>
            b.fields.some((f) => f.name === field.name) ? field : { ...field, optional: true },
          ),
          ...b.fields
            .filter((field) => !a.fields.some((f) => f.name === field.name))
            .map((field) => ({ ...field, optional: true })),
        ],
      }
    : (a ?? b)

const adjectives = { bubbles: 'bubbling', composed: 'composed', cancelable: 'cancelable' }

export const eventKind = memberKind({
  kind: 'event',
  heading: 'Events',
  schema: eventSchema,
  describe: describeEvent,
  facets: [
    {
      name: 'detail',
      title: 'An event carries another detail',
      show: ({ detail }) => (detail ? printType(detail, true) : 'no detail'),
      isRead: ({ detail }) => isReadType(detail),
      isSame: (before, now) => isSameType(before.detail, now.detail),
      weigh: (before, now) => weightOfOutput(before.detail, now.detail),
    },
    ...(['bubbles', 'composed', 'cancelable'] as const).map((way) => ({
      name: way,
      title: `An event is ${adjectives[way]}, or is not`,
      show: (event: Event) => (event[way] ? adjectives[way] : `not ${adjectives[way]}`),
      weigh: (before: Event): Weight => (before[way] ? 'breaking' : 'additive'),
    })),
  ],
})
