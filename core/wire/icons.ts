import { z } from 'zod'
import { iconSettingsSchema, iconStoreSchema, setNameSchema } from '../icons/glyph'
import { problemSchema } from '../problem'
import { moment } from './common'

// The icons of a library: its own, sets to swap them with, and what each theme wears.

const useSchema = z.object({ tag: z.string().optional(), file: z.string(), line: z.number().int() })
export type IconUseView = z.infer<typeof useSchema>

const roleSchema = z.object({
  role: z.string(),
  /** As the source has it. */
  svg: z.string(),
  file: z.string(),
  line: z.number().int(),
  canSwap: z.boolean(),
  uses: z.array(useSchema),
})
export type IconRole = z.infer<typeof roleSchema>

const setSchema = z.object({
  name: z.string(),
  by: z.string().nullable(),
  made_at: moment,
  glyphs: z.array(
    z.object({ name: z.string(), svg: z.string(), isColoured: z.boolean(), notes: z.array(z.string()) }),
  ),
})
export type IconSetView = z.infer<typeof setSchema>

export const iconsViewSchema = z.object({
  revision: z.number().int(),
  settings: iconSettingsSchema,
  /** What stands on the shelf was brought in since icons are looked for. */
  isRead: z.boolean(),
  stores: z.array(iconStoreSchema.extend({ count: z.number().int() })),
  store: iconStoreSchema.nullable(),
  roles: z.array(roleSchema),
  /** Places that may ask for any role. */
  anyUses: z.array(useSchema),
  /** Places that ask for a role that has no glyph. */
  unknownUses: z.array(useSchema.extend({ role: z.string() })),
  sets: z.array(setSchema),
})
export type IconsView = z.infer<typeof iconsViewSchema>

/** A set as it is brought in: SVG files and sheets as text, fonts as base64. */
export const newIconSetSchema = z.object({
  name: setNameSchema,
  files: z
    .array(
      z.union([
        z.object({ path: z.string().min(1).max(500), text: z.string() }),
        z.object({ path: z.string().min(1).max(500), data: z.base64() }),
      ]),
    )
    .min(1)
    .max(6000),
})
/** What came of a set, with the job that has components wear it, where one was needed. */
export const iconSetMadeSchema = z.object({
  name: z.string(),
  glyphs: z.number().int(),
  problems: z.array(problemSchema),
  job: z.string().nullable(),
})
export const iconSettingsKeptSchema = z.object({ revision: z.number().int(), job: z.string().nullable() })
