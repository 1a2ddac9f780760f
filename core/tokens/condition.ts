import { z } from 'zod'

// What brings a theme in by itself: all that is said of it has to be so.

const pixels = z.number().int().min(1).max(10_000)
const range = z
  .object({ min: pixels.optional(), max: pixels.optional() })
  .refine(({ min, max }) => min !== undefined || max !== undefined)
export const conditionSchema = z
  .object({
    /** What the reader prefers (Media Queries 5, 12). */
    scheme: z.enum(['light', 'dark']).optional(),
    contrast: z.enum(['more', 'less']).optional(),
    motion: z.literal('reduce').optional(),
    /** How wide the page is, and how wide the nearest container (CSS Conditional Rules 5, 3), in CSS pixels. */
    width: range.optional(),
    container: range.optional(),
  })
  .refine((condition) => Object.keys(condition).length > 0)
export type Condition = z.infer<typeof conditionSchema>
type Range = z.infer<typeof range>

/** The region that wears whichever theme the reader and the page bring in. No theme is called so. */
export const autoTheme = 'auto'

const features = ({ min, max }: Range): string[] => [
  ...(min === undefined ? [] : [`(min-width: ${min}px)`]),
  ...(max === undefined ? [] : [`(max-width: ${max}px)`]),
]

/** A style rule that holds where a condition is met: the rule in at-rules. */
export function ruleWhere({ scheme, contrast, motion, width, container }: Condition, rule: string): string {
  const media = [
    ...(scheme ? [`(prefers-color-scheme: ${scheme})`] : []),
    ...(contrast ? [`(prefers-contrast: ${contrast})`] : []),
    ...(motion ? [`(prefers-reduced-motion: ${motion})`] : []),
    ...(width ? features(width) : []),
  ]
  const inContainer = container ? `@container ${features(container).join(' and ')} {\n${rule}}\n` : rule
  return media.length ? `@media ${media.join(' and ')} {\n${inContainer}}\n` : inContainer
}

/** A condition as part of a sentence, after “where”. */
export function conditionText({ scheme, contrast, motion, width, container }: Condition): string {
  const prefers = [
    ...(scheme ? [`a ${scheme} scheme`] : []),
    ...(contrast ? [`${contrast} contrast`] : []),
    ...(motion ? ['less motion'] : []),
  ]
  const parts = [
    ...(prefers.length ? [`the reader prefers ${prefers.join(' and ')}`] : []),
    ...(width ? [`the page is ${rangeText(width)} wide`] : []),
    ...(container ? [`its container is ${rangeText(container)} wide`] : []),
  ]
  return parts.join(', and ')
}

function rangeText({ min, max }: Range): string {
  if (min !== undefined && max !== undefined) return `from ${min} to ${max} px`
  return min === undefined ? `at most ${max} px` : `at least ${min} px`
}
