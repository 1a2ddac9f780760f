import * as z from 'zod/mini'
import { actSchema, actsSchema, outcomeSchema } from '../core/acts/act'
import { usageSchema, type Usage } from '../core/code/usage'
import { inkSchema } from '../core/contrast/ink'
import { bleedSchema, foreignPageSchema } from '../core/isolation/bleed'
import { caseSchema, observationSchema } from '../core/evidence/observation'
import { dressSchema, nodeSchema } from '../core/style/found'
import { providedSchema } from '../core/provisions'
import { surroundSchema, type Surround } from '../core/surround'

/**
 * What the interface and a preview frame say to each other, over one MessageChannel whose far end is
 * handed over once. Both sides parse what they get; a message that does not fit is dropped and counted.
 */

/** What the interface says to the frame. `seq` counts showings; answers carry it back. */
export const toFrameSchema = z.discriminatedUnion('say', [
  z.object({
    say: z.literal('show'),
    seq: z.int(),
    tag: z.string(),
    modules: z.array(z.object({ tag: z.string(), module: z.string() })),
    usage: usageSchema,
    listen: z.array(z.string()),
  }),
  z.object({
    say: z.literal('cells'),
    seq: z.int(),
    tag: z.string(),
    modules: z.array(z.object({ tag: z.string(), module: z.string() })),
    columns: z.int().check(z.minimum(1), z.maximum(1000)),
    width: z.number().check(z.minimum(20), z.maximum(5000)),
    least: z.number().check(z.minimum(0), z.maximum(2000)),
    /** What is around the cells, each once: most cells have one in common. */
    surrounds: z.array(surroundSchema).check(z.maxLength(5000)),
    cells: z
      .array(
        z.object({
          id: z.string().check(z.maxLength(2000)),
          usage: usageSchema,
          surround: z.int().check(z.minimum(0)),
          caption: z.optional(z.string().check(z.maxLength(500))),
        }),
      )
      .check(z.maxLength(5000)),
  }),
  z.object({
    say: z.literal('observe'),
    seq: z.int(),
    tag: z.string(),
    modules: z.array(z.object({ tag: z.string(), module: z.string() })),
    listen: z.array(z.string()),
    reads: z.array(z.string()),
    cases: z.array(caseSchema).check(z.maxLength(5000)),
  }),
  z.object({ say: z.literal('themes'), css: z.string() }),
  /** What is wrapped around components, outermost first. */
  z.object({ say: z.literal('provide'), provided: z.array(providedSchema).check(z.maxLength(10)) }),
  z.object({ say: z.literal('surround'), surround: surroundSchema }),
  /** States that are held whose look the browser draws itself, with the element that it draws. */
  z.object({
    say: z.literal('drawn'),
    looks: z
      .array(
        z.object({
          state: z.string().check(z.maxLength(100)),
          element: z.string().check(z.maxLength(100)),
        }),
      )
      .check(z.maxLength(100)),
  }),
  z.object({ say: z.literal('markup'), seq: z.int(), styles: z.boolean() }),
  z.object({
    say: z.literal('dress'),
    seq: z.int(),
    node: z.int(),
    pseudo: z.enum(['', '::before', '::after']),
  }),
  /**
   * Takes down what is painted over something else and has all of it drawn in one colour, each of the custom
   * properties in one of its own meanwhile; or, where none is asked for, draws it as it is again.
   */
  z.object({
    say: z.literal('inks'),
    seq: z.int(),
    flat: z.nullable(
      z.object({
        colour: z.string().check(z.regex(/^(?:transparent|#[0-9a-f]{6})$/)),
        names: z.array(z.string().check(z.regex(/^--[\w-]{1,300}$/))).check(z.maxLength(5000)),
      }),
    ),
  }),
  /**
   * Asks what a component and the page do to one another, in each of these pages; and has it stand in one.
   */
  z.object({
    say: z.literal('bleed'),
    seq: z.int(),
    pages: z.array(foreignPageSchema).check(z.maxLength(20)),
  }),
  z.object({ say: z.literal('page'), page: z.nullable(foreignPageSchema) }),
  /** Points out an element of the markup, and whether one is to be picked by pointing at it. */
  z.object({ say: z.literal('ring'), node: z.nullable(z.int()), pick: z.boolean() }),
  /**
   * Goes a way once more, `anew` on what is made anew for it; and tells what somebody does by hand, from now
   * on or no more.
   */
  z.object({
    say: z.literal('replay'),
    n: z.int(),
    acts: actsSchema,
    anew: z.boolean(),
    quietly: z.optional(z.boolean()),
  }),
  z.object({ say: z.literal('record'), on: z.boolean() }),
  z.object({ say: z.literal('ping'), n: z.int() }),
  /** Gives the keyboard to the frame, after Tab, or takes it back. */
  z.object({ say: z.literal('keys'), given: z.boolean() }),
])
export type ToFrame = z.infer<typeof toFrameSchema>

/** Cells as whoever shows them has them: each with what is around it. */
export interface Cells extends Omit<
  Extract<ToFrame, { say: 'cells' }>,
  'say' | 'seq' | 'cells' | 'surrounds'
> {
  cells: { id: string; usage: Usage; surround: Surround; caption?: string | undefined }[]
}
/** Cells as they are sent, every surround once. */
export function packCells({
  cells,
  ...rest
}: Cells): Omit<Extract<ToFrame, { say: 'cells' }>, 'say' | 'seq'> {
  const surrounds = new Map<string, { at: number; surround: Surround }>()
  const packed = cells.map(({ surround, ...cell }) => {
    const text = JSON.stringify(surround)
    let known = surrounds.get(text)
    if (!known) surrounds.set(text, (known = { at: surrounds.size, surround }))
    return { ...cell, surround: known.at }
  })
  return { ...rest, cells: packed, surrounds: [...surrounds.values()].map((surround) => surround.surround) }
}
/** The same taken apart again; a cell whose surround did not come is left out. */
export const unpackCells = ({
  cells,
  surrounds,
  ...rest
}: Extract<ToFrame, { say: 'cells' }>): Cells & { seq: number } => ({
  ...rest,
  cells: cells.flatMap((cell) => {
    const surround = surrounds[cell.surround]
    return surround ? [{ ...cell, surround }] : []
  }),
})

/**
 * How failing is told: while what is provided was made ready, while the component's module loaded, while it
 * was made, or later while it ran.
 */
export const failurePhaseSchema = z.enum(['provide', 'load', 'render', 'run'])

/** What the frame says to the interface. Component code shares the frame, so none of it is trusted. */
export const fromFrameSchema = z.discriminatedUnion('say', [
  z.object({ say: z.literal('pong'), n: z.int() }),
  /** Somebody pointed into the frame, or the focus came to it or left it. */
  z.object({ say: z.literal('keys'), what: z.enum(['pressed', 'focused', 'blurred']) }),
  z.object({ say: z.literal('painted'), seq: z.int(), at: z.number() }),
  z.object({
    say: z.literal('size'),
    width: z.number().check(z.minimum(0), z.maximum(100_000)),
    height: z.number().check(z.minimum(0), z.maximum(100_000)),
  }),
  z.object({
    say: z.literal('observed'),
    seq: z.int(),
    seen: z.array(observationSchema).check(z.maxLength(100)),
    done: z.boolean(),
  }),
  z.object({
    say: z.literal('laid'),
    seq: z.int(),
    width: z.number().check(z.minimum(0), z.maximum(1_000_000)),
    height: z.number().check(z.minimum(0), z.maximum(10_000_000)),
    rows: z.array(z.number()).check(z.maxLength(5000)),
    failed: z.array(z.string().check(z.maxLength(2000))).check(z.maxLength(5000)),
  }),
  /** What had the focus, and what each key did. */
  z.object({
    say: z.literal('trail'),
    what: z.enum(['focus', 'key']),
    says: z.string().check(z.maxLength(300)),
    target: z.string().check(z.maxLength(300)),
    at: z.number(),
  }),
  /** What the method answered that was called as the i-th, or how it failed. */
  z.object({
    say: z.literal('answered'),
    seq: z.int(),
    i: z.int().check(z.minimum(0)),
    failed: z.boolean(),
    text: z.string().check(z.maxLength(5000)),
  }),
  /** States that are held whose look the browser draws itself, with the element that it draws. */
  z.object({
    say: z.literal('drawn'),
    looks: z
      .array(
        z.object({
          state: z.string().check(z.maxLength(100)),
          element: z.string().check(z.maxLength(100)),
        }),
      )
      .check(z.maxLength(100)),
  }),
  z.object({ say: z.literal('markup'), seq: z.int(), nodes: z.array(nodeSchema).check(z.maxLength(3000)) }),
  z.object({ say: z.literal('dress'), seq: z.int(), dress: z.nullable(dressSchema) }),
  z.object({ say: z.literal('inks'), seq: z.int(), inks: z.array(inkSchema).check(z.maxLength(400)) }),
  z.object({ say: z.literal('bleed'), seq: z.int(), bleed: bleedSchema }),
  z.object({ say: z.literal('picked'), node: z.int() }),
  z.object({ say: z.literal('replayed'), n: z.int(), outcome: outcomeSchema }),
  z.object({ say: z.literal('acted'), act: actSchema }),
  z.object({
    say: z.literal('failed'),
    seq: z.int(),
    phase: failurePhaseSchema,
    text: z.string().check(z.maxLength(2000)),
    at: z.optional(z.object({ module: z.string().check(z.maxLength(500)), line: z.int(), column: z.int() })),
  }),
  z.object({
    say: z.literal('event'),
    name: z.string().check(z.maxLength(200)),
    detail: z.string().check(z.maxLength(5000)),
    target: z.string().check(z.maxLength(300)),
    at: z.number(),
  }),
])
export type FromFrame = z.infer<typeof fromFrameSchema>

/** The first word between the two: the window message that hands the channel over. */
export const hello = 'kept-shelf frame'
/** The same to a frame that is asked what it sees: it takes stock of the browser before a component comes. */
export const helloToWitness = 'kept-shelf frame, to be asked what it sees'
