import { z } from 'zod'
import { joinClaims, memberFields, type Claim, whereComplete } from './member'
import { memberKind } from './member-kind'

/**
 * A state of the component that styles can tell: one of its own (`:state(name)`, set through
 * ElementInternals), an attribute on the host, or one of the browser's (`:hover`, `:disabled`).
 */
export const stateSchema = z.object({
  kind: z.literal('state'),
  ...memberFields,
  by: z.enum(['custom', 'attribute', 'browser']),
  selector: z.string(),
})
export type State = z.infer<typeof stateSchema>

export const describeState = (state: State): string =>
  state.known === 'comment' ? 'in comment only' : state.selector

/** `complete`: all of the code that could make a claim true was read; else none is called false. */
export const joinStates = (found: State[], claims: Claim[], complete = true): State[] =>
  joinClaims(found, claims, (claim) => ({
    kind: 'state',
    name: claim.name,
    place: claim.place,
    known: 'comment',
    comment: claim.text || undefined,
    disagreements: whereComplete(complete, {
      about: 'state',
      comment: `state ${claim.name}`,
      code: 'never set and never styled',
      place: claim.place,
    }),
    by: 'custom',
    selector: `:state(${claim.name})`,
  }))

export const stateKind = memberKind({
  kind: 'state',
  heading: 'States',
  schema: stateSchema,
  describe: describeState,
  // what the browser has needs no words here
  wantsWords: (state) => state.by !== 'browser',
  facets: [
    {
      name: 'selector',
      title: 'A state is told by another selector',
      show: ({ selector }) => selector,
      weigh: () => 'breaking',
    },
  ],
})
