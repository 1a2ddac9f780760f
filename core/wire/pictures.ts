import { z } from 'zod'
import { reasonSchema } from '../pictures/because'
import { moment } from './common'
import { runSchema } from './evidence'

// How components look beside a version.

const hash = z.string().regex(/^[0-9a-f]{64}$/)
const pictureSchema = z.object({ image: hash, width: z.number().int(), height: z.number().int() })
const boxSchema = z.object({
  x: z.number().int(),
  y: z.number().int(),
  width: z.number().int(),
  height: z.number().int(),
})
/** What a picture is of. */
const pictureOf = {
  tag: z.string(),
  /** The name of an example; empty as it stands on the shelf. */
  situation: z.string(),
  theme: z.string(),
}

/** A component that looks otherwise than in the version, as it stands in a situation, in a theme. */
const lookChangeSchema = z.object({
  ...pictureOf,
  before: pictureSchema,
  now: pictureSchema,
  pixels: z.number().int(),
  box: boxSchema.nullable(),
  /** Where in either something is painted. */
  painted: boxSchema,
  /** The picture that marks what differs. */
  marks: hash.nullable(),
  reasons: z.array(reasonSchema),
  verdict: z.object({ accepted: z.boolean(), by: z.string().nullable(), made_at: moment }).nullable(),
})
export type LookChange = z.infer<typeof lookChangeSchema>

export const picturesSchema = z.object({
  /** The version that the shelf is compared with; nothing where there is none. */
  version: z.string().nullable(),
  versions: z.array(z.string()),
  /** What the browser on the server calls itself; nothing where there is none. */
  browser: z.string().nullable(),
  run: runSchema.nullable(),
  /** Pairs of pictures there are, and those of which not all is known as it is now. */
  pairs: z.number().int(),
  left: z.number().int(),
  /** Components in themes that the version had nothing of; and pairs past the most that are looked at. */
  alone: z.number().int(),
  past: z.number().int(),
  changes: z.array(lookChangeSchema),
  /** What looked otherwise when it was taken once more: that is no change. */
  restless: z.array(z.object(pictureOf)),
  /** What could not be taken of one side, and why. */
  failed: z.array(z.object({ ...pictureOf, says: z.string() })),
})
export type PicturesView = z.infer<typeof picturesSchema>

/** What somebody says of changes, each by both pictures; nothing takes back what was said. */
export const verdictsSchema = z.object({
  changes: z
    .array(z.object({ tag: z.string().max(300), before: hash, now: hash }))
    .min(1)
    .max(1000),
  accepted: z.boolean().nullable(),
})
