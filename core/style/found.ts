import * as z from 'zod/mini'

/**
 * What a frame tells of the markup that a component really rendered, and of what dresses one element of it.
 */

const text = (most: number) => z.string().check(z.maxLength(most))

/**
 * One line of rendered markup, in order of writing: an element, a stretch of text, or the beginning of a
 * shadow tree.
 */
export const nodeSchema = z.object({
  id: z.int(),
  depth: z.int(),
  is: z.enum(['element', 'text', 'tree']),
  /** The element's name, or the text. */
  name: text(500),
  attributes: z.array(z.tuple([text(200), text(500)])).check(z.maxLength(100)),
  /** The component in whose own markup it stands, as a tag; empty where the page wrote it. */
  of: text(200),
  /** The slot that shows it, where it was put into one. */
  slot: z.nullable(text(200)),
  /** `::before` and `::after`, where they are drawn. */
  pseudo: z.array(text(20)).check(z.maxLength(2)),
  /** What it is drawn with, where that was asked for: every computed value, by property. */
  style: z.optional(z.record(text(200), text(2000))),
})
export type Node = z.infer<typeof nodeSchema>

/** Beyond any number of steps: what stands in no scope. */
export const noScope = 1e9

/** A declaration that reaches an element, and where it was found. */
export const foundSchema = z.object({
  property: text(300),
  value: text(2000),
  important: z.boolean(),
  tree: z.int(),
  attached: z.boolean(),
  layer: z.array(text(200)).check(z.maxLength(20)),
  specificity: z.tuple([z.int(), z.int(), z.int()]),
  proximity: z.number(),
  order: z.int(),
  /** Who wrote it: themes, the surround, a component in its own sheets, the page. */
  by: z.enum(['themes', 'surround', 'component', 'page']),
  /** The component whose tree the sheet belongs to; empty for the document. */
  of: text(200),
  /** The selector as its author wrote it; empty for an element's own style. */
  selector: text(2000),
  /** Conditions around it, outermost first, as they are written. */
  within: z.array(text(500)).check(z.maxLength(20)),
  /** The shorthand it was written as, where it was. */
  as: z.optional(text(200)),
})
export type Found = z.infer<typeof foundSchema>

export const dressSchema = z.object({
  node: z.int(),
  pseudo: text(20),
  chain: z
    .array(
      z.object({
        label: text(300),
        id: z.nullable(z.int()),
        writing: z.object({ direction: text(20), mode: text(30) }),
        declared: z.array(foundSchema).check(z.maxLength(5000)),
      }),
    )
    .check(z.maxLength(200)),
  /** Layers as they are named, tree by tree, in order. */
  layers: z
    .array(z.object({ tree: z.int(), path: z.array(text(200)).check(z.maxLength(20)) }))
    .check(z.maxLength(2000)),
  /** Custom properties that do not inherit, with their initial value. */
  alone: z.array(z.object({ name: text(300), initial: z.nullable(text(2000)) })).check(z.maxLength(2000)),
  /** Properties of which the browser told whether they are inherited. */
  inherits: z.record(text(300), z.boolean()),
  /** What the browser makes of each property, on the element itself. */
  computed: z.record(text(300), text(2000)),
})
export type Dress = z.infer<typeof dressSchema>
