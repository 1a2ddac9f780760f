import { z } from 'zod'
import { inkRoles, type InkRole } from './ink'

const text = z.string().max(300)

/**
 * Two colours that were seen on one another: something painted, and what is behind it. `ratio` to 1 (WCAG
 * 2.2), of which `wants` are asked for; 0 where nothing is. Where what is behind it is not the same
 * everywhere, it is the worst place.
 */
export const colourPairSchema = z.object({
  theme: text,
  situation: text,
  role: z.enum(inkRoles),
  /** The element, through its trees. */
  at: text,
  /** What it says, or begins with. */
  says: text,
  text,
  ground: text,
  ratio: z.number(),
  wants: z.number(),
  /** What is behind it is not the same everywhere. */
  varies: z.boolean(),
  /** The colour lets through what is behind it: it is seen otherwise on each ground. */
  through: z.boolean(),
  /** The custom properties of tokens by which either colour came, where it came by one. */
  by: text.optional(),
  groundBy: text.optional(),
})
export type ColourPair = z.infer<typeof colourPairSchema>

/** A pair as it is seen, before it is said where. */
export type SeenPair = Omit<ColourPair, 'theme' | 'situation'>

export const isUnreadable = ({ ratio, wants }: Pick<ColourPair, 'ratio' | 'wants'>): boolean => ratio < wants

/** How each kind is spoken of. */
export const roleTitles: Readonly<Record<InkRole, string>> = {
  text: 'text',
  large: 'large text',
  drawing: 'drawing',
  ornament: 'ornament',
  edge: 'edge of a field',
  focus: 'mark of the focus',
}
