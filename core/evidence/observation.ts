import * as z from 'zod/mini'
import { usageSchema } from '../code/usage'

// The small form of the schema library: this file is part of the script in every preview frame.

/** Names and files that are asked for at once, and places that are told then. */
export const [mostAsked, mostLeft] = [5000, 3000]

/**
 * One way of showing a component, to be looked at out of sight. `sets` are custom properties put on it,
 * `held` a state it is held in, `acts` what is done to it once it stands there: everything in it is used, it
 * is pointed at while time goes by, a key is pressed on what answers first, or a method is called.
 */
export const caseSchema = z.object({
  id: z.string().check(z.maxLength(500)),
  usage: usageSchema,
  sets: z.record(z.string(), z.string()),
  held: z.array(z.string()),
  /** Held is whatever can be in those states, and not the first thing that answers. */
  everywhere: z.optional(z.boolean()),
  acts: z
    .array(
      z.union([
        z.literal('use'),
        z.literal('linger'),
        z.object({ key: z.string() }),
        z.object({ call: z.string(), values: z.array(z.unknown()) }),
      ]),
    )
    .check(z.maxLength(40)),
  /** Shown another way after it stands there, before anything is done to it. */
  next: z.optional(usageSchema),
  /** Looked at by itself, after a while, with what it does to the page around it. */
  alone: z.optional(z.boolean()),
  /** Custom properties of which it is asked whether a rule reads them that is for something in it. */
  wears: z.optional(z.array(z.string().check(z.maxLength(300))).check(z.maxLength(1000))),
  /**
   * Asks for code that never ran: what names members by `names`, in files of its own or ones that are no
   * other component's.
   */
  code: z.optional(
    z.object({
      names: z.array(z.string().check(z.maxLength(300))).check(z.maxLength(mostAsked)),
      own: z.array(z.string().check(z.maxLength(1000))).check(z.maxLength(mostAsked)),
      others: z.array(z.string().check(z.maxLength(1000))).check(z.maxLength(mostAsked)),
    }),
  ),
  /** Chance and the time of day are the same for it each time it is made. */
  steady: z.optional(z.boolean()),
  /** Looked at in a wide window. */
  wide: z.optional(z.boolean()),
})
export type Case = z.infer<typeof caseSchema>
/** What is asked of code that did not run. */
export type AskedOfCode = NonNullable<Case['code']>

const word = z.string().check(z.maxLength(300))
/**
 * What was seen of a case. `tree`, `style` and `values` are fingerprints: of what is rendered, without the
 * attributes of the component's own element; of the computed styles of all of it; of its public values
 * and what a form would send, of what it tells assistive technology by itself, of pictures it draws, of
 * what it gave the focus to, and of what a method answered. `fired` are events with a fingerprint of what
 * they carried, `answered` the
 * keys it took for itself, `states` custom states it was in; `left` are pieces of code that never ran, each
 * as `name file:line`.
 */
export const observationSchema = z.object({
  id: z.string().check(z.maxLength(500)),
  failed: z.optional(word),
  tree: word,
  style: word,
  /** What is rendered without the names that only sheets ask for, and what came and went likewise. */
  plain: z.optional(word),
  /** A fingerprint of what came and went while it was used. */
  moments: z.optional(word),
  values: z.record(word, word),
  parts: z.array(word).check(z.maxLength(500)),
  slots: z.array(word).check(z.maxLength(500)),
  states: z.array(word).check(z.maxLength(100)),
  worn: z.optional(z.array(word).check(z.maxLength(1000))),
  left: z.optional(z.array(word).check(z.maxLength(mostLeft))),
  fired: z.array(word).check(z.maxLength(500)),
  answered: z.array(word).check(z.maxLength(100)),
})
export type Observation = z.infer<typeof observationSchema>
