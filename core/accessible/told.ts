import { z } from 'zod'

const text = z.string().max(300)

/**
 * What a browser tells assistive technology of one element of a component: `from` says where its name comes
 * from, `states` are its ARIA states and properties as the browser has them, `written` is the `role` attribute.
 * `depth` counts from the component's own element.
 */
export const toldNodeSchema = z.object({
  depth: z.number().int().nonnegative(),
  role: text,
  written: text.optional(),
  element: text,
  name: text,
  from: text,
  description: text,
  states: z.record(text, text),
  /** What an element whose changes are announced says. */
  says: text.optional(),
  /** Children that are elements with a role, by their place in the list. */
  children: z.array(z.number().int().nonnegative()).max(500),
})
export type ToldNode = z.infer<typeof toldNodeSchema>

/** A stop of the Tab key, as it is called; `visible`: whether the page was painted otherwise with the focus there. */
export const stopSchema = z.object({
  role: text,
  name: text,
  visible: z.boolean(),
})
export type Stop = z.infer<typeof stopSchema>

/** What came of one key, pressed while something had the focus: sentences; none where nothing came of it. */
export const pressedSchema = z.object({ role: text, name: text, key: text, did: z.array(text).max(30) })
export type Pressed = z.infer<typeof pressedSchema>

/** What an accessibility engine found: its rule, how grave it says that is, and where. */
export const engineFindingSchema = z.object({ rule: text, impact: text, says: text, at: text })
export type EngineFinding = z.infer<typeof engineFindingSchema>

/** A component in one situation: as it stands on the shelf, in one of its examples, or in a state that was found. */
export const toldSchema = z.object({
  situation: text,
  nodes: z.array(toldNodeSchema).max(400),
  stops: z.array(stopSchema).max(60),
  pressed: z.array(pressedSchema).max(200),
  engine: z.array(engineFindingSchema).max(100),
  /** What was done to it before it was looked at, and what came of that. */
  way: z
    .object({
      says: z.string().max(3000),
      done: z.number().int().nonnegative(),
      failed: z.object({ why: text, instead: z.array(text).max(12) }).optional(),
    })
    .optional(),
  /** It is no example of anybody's but a state that was found by trying. */
  found: z.boolean().optional(),
  /** What went wrong while it was looked at. */
  failed: text.optional(),
})
export type Told = z.infer<typeof toldSchema>

/** Counts up whenever this is asked in another way than before. */
export const toldVersion = 5
