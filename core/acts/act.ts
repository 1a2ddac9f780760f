import * as z from 'zod/mini'

// The small form of the schema library: this file is part of the script in every preview frame.

const text = z.string().check(z.minLength(1), z.maxLength(300))
const nth = z.optional(z.int().check(z.minimum(1), z.maximum(999)))

/**
 * What an act is done to, as somebody perceives it: a role of WAI-ARIA with an accessible name; where there is
 * none, a part the author exposes, what stands in a slot, or a text. `nth` counts from 1 among those alike.
 */
export const targetSchema = z.union([
  z.object({ role: z.string().check(z.regex(/^[a-z]+$/), z.maxLength(40)), name: z.optional(text), nth }),
  z.object({ part: z.string().check(z.regex(/^[\w-]+$/), z.maxLength(100)), nth }),
  z.object({ slot: z.string().check(z.regex(/^[\w-]*$/), z.maxLength(100)), nth }),
  z.object({ text, nth }),
])
export type Target = z.infer<typeof targetSchema>

/** A key with what is held beside it, as UI Events names them: `Control+ArrowDown`, `Space`. */
export const keyPattern = /^(?:(?:Shift|Control|Alt|Meta)\+)*(?:[A-Z][A-Za-z0-9]*|[a-z0-9])$/

/** One thing that is done, or waited for. */
export const actSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('press'), on: targetSchema }),
  z.object({ do: z.literal('point'), on: targetSchema }),
  z.object({ do: z.literal('type'), text: z.string().check(z.maxLength(300)), on: targetSchema }),
  /** On whatever has the focus then. */
  z.object({ do: z.literal('key'), key: z.string().check(z.regex(keyPattern), z.maxLength(60)) }),
  z.object({ do: z.literal('drag'), on: targetSchema, onto: targetSchema }),
  z.object({
    do: z.literal('wait'),
    for: targetSchema,
    /** How many entries it holds then, or what it says. */
    has: z.optional(z.int().check(z.minimum(0), z.maximum(9999))),
    says: z.optional(text),
  }),
  z.object({ do: z.literal('gone'), for: targetSchema }),
])
export type Act = z.infer<typeof actSchema>

/** Acts of one way of getting there at most. */
export const mostActs = 30
export const actsSchema = z.array(actSchema).check(z.maxLength(mostActs))

/** The target of an act, where it has one. */
export const targetOfAct = (act: Act): Target | undefined =>
  act.do === 'key' ? undefined : 'on' in act ? act.on : act.for

/** Roles whose elements count as the entries of what holds them. */
export const entryRoles: readonly string[] = [
  'option',
  'listitem',
  'menuitem',
  'menuitemcheckbox',
  'menuitemradio',
  'row',
  'tab',
  'treeitem',
  'radio',
]

/** What came of acts: how many were done, and of the one that came to nothing what was there instead. */
export const outcomeSchema = z.object({
  done: z.int().check(z.minimum(0), z.maximum(mostActs)),
  failed: z.optional(
    z.object({
      why: z.string().check(z.maxLength(300)),
      instead: z.array(z.string().check(z.maxLength(300))).check(z.maxLength(12)),
    }),
  ),
})
export type Outcome = z.infer<typeof outcomeSchema>
