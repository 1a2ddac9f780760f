import * as z from 'zod/mini'

// The small form of the schema library: this file is part of the script in every preview frame.

/**
 * What something painted is there for, as far as contrast is concerned: text, large text (WCAG 2.2, 1.4.3), a
 * drawing that says something, one beside words that say the same, the edge of a field (1.4.11), and the mark
 * of the focus.
 */
export const inkRoles = ['text', 'large', 'drawing', 'ornament', 'edge', 'focus'] as const
export type InkRole = (typeof inkRoles)[number]

/** A rectangle on the page, in CSS pixels from its upper left corner. */
const boxSchema = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })
export type Box = z.infer<typeof boxSchema>

/** Something that is painted in one colour: where, by which element, and what it says. */
export const inkSchema = z.object({
  role: z.enum(inkRoles),
  /** The element through its trees, as somebody would write it: `x-card span.price`. */
  at: z.string().check(z.maxLength(300)),
  says: z.string().check(z.maxLength(80)),
  /** As the browser computes it. */
  colour: z.string().check(z.maxLength(200)),
  /** How much of it is let through by everything it stands in, from 0 to 1. */
  opacity: z.number().check(z.minimum(0), z.maximum(1)),
  /** Where it is; of an edge the field as a whole, then what is inside its edge. */
  boxes: z.array(boxSchema).check(z.maxLength(12)),
  /** Shapes of one drawing have one number; what is none has 0. */
  drawing: z.int().check(z.minimum(0)),
})
export type Ink = z.infer<typeof inkSchema>

/**
 * The colour that stands for the i-th custom property while it is asked which of them is painted where: each
 * another, and none that anybody would write.
 */
export function dyeOf(i: number): readonly [number, number, number] {
  const number = ((i + 1) * 7919) % 0xffffff
  return [number >> 16, (number >> 8) & 255, number & 255]
}
