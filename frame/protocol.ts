import * as z from 'zod/mini'
import { usageSchema } from '../core/code/usage'

/**
 * What the interface and a preview frame say to each other, over one MessageChannel whose far end is
 * handed over once. Both sides parse what they get; a message that does not fit is dropped and counted.
 */

/** What the interface says to the frame. `seq` counts showings; answers carry it back. */
export const toFrameSchema = z.discriminatedUnion('say', [
  z.object({
    say: z.literal('show'), seq: z.int(), tag: z.string(), modules: z.array(z.object({ tag: z.string(), module: z.string() })), usage: usageSchema, listen: z.array(z.string()),
  }),
  z.object({ say: z.literal('themes'), css: z.string() }),
  z.object({ say: z.literal('surround'), theme: z.string(), width: z.nullable(z.number()), ground: z.string(), fit: z.boolean() }),
  z.object({ say: z.literal('ping'), n: z.int() }),
])
export type ToFrame = z.infer<typeof toFrameSchema>

/** How the component's failing is told: while its module loaded, while it was made, or later while it ran. */
export const failurePhaseSchema = z.enum(['load', 'render', 'run'])

/** What the frame says to the interface. Component code shares the frame, so none of it is trusted. */
export const fromFrameSchema = z.discriminatedUnion('say', [
  z.object({ say: z.literal('pong'), n: z.int() }),
  z.object({ say: z.literal('painted'), seq: z.int(), at: z.number() }),
  z.object({ say: z.literal('size'), width: z.number().check(z.minimum(0), z.maximum(100_000)), height: z.number().check(z.minimum(0), z.maximum(100_000)) }),
  z.object({
    say: z.literal('failed'), seq: z.int(), phase: failurePhaseSchema, text: z.string().check(z.maxLength(2000)),
    at: z.optional(z.object({ module: z.string().check(z.maxLength(500)), line: z.int(), column: z.int() })),
  }),
  z.object({ say: z.literal('event'), name: z.string().check(z.maxLength(200)), detail: z.string().check(z.maxLength(5000)), target: z.string().check(z.maxLength(300)), at: z.number() }),
])
export type FromFrame = z.infer<typeof fromFrameSchema>

/** The first word between the two: the window message that hands the channel over. */
export const hello = 'kept-shelf frame'
