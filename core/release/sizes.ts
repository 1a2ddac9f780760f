import { z } from 'zod'

/** Bytes of something: as it is, and as a server sends it, packed for the way. */
export const sentSchema = z.object({ size: z.number(), gzip: z.number(), brotli: z.number() })
export type Sent = z.infer<typeof sentSchema>

/** What a version comes to: its tarball, and each component alone with all that it loads of the package. */
export const sizesSchema = z.object({ packed: z.number(), components: z.record(z.string(), sentSchema) })
export type Sizes = z.infer<typeof sizesSchema>

/** Components that take more than one may, by the bytes that are sent with gzip; the heaviest first. */
export const overBudget = (
  components: Readonly<Record<string, Sent>>,
  budget: number,
): { tag: string; gzip: number }[] =>
  Object.entries(components)
    .map(([tag, { gzip }]) => ({ tag, gzip }))
    .filter(({ gzip }) => gzip > budget)
    .sort((a, b) => b.gzip - a.gzip || (a.tag < b.tag ? -1 : 1))
