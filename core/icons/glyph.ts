import { z } from 'zod'

// What the shelf knows of icons: a role is what a component asks for, a glyph is a drawing of a set.

/** Glyphs of one set, and sets of one library, at most. */
export const [mostGlyphs, mostSets] = [5000, 20]

export const glyphSchema = z.object({
  name: z.string().min(1).max(200),
  /** Where it is drawn: left, top, width and height in its own units. */
  box: z.tuple([z.number(), z.number(), z.number().positive(), z.number().positive()]),
  /** What stands in its `svg` element, made safe, and attributes of that which say how it is painted. */
  body: z.string().max(400_000),
  paint: z.record(z.string(), z.string()),
  /** It keeps colours of its own, so it does not follow that of text. */
  isColoured: z.boolean(),
  /** What was left out or made otherwise when it was brought in, as sentences. */
  notes: z.array(z.string()),
})
export type Glyph = z.infer<typeof glyphSchema>

/** What names a set: part of custom properties, so an identifier in lower case. */
export const setNameSchema = z
  .string()
  .max(40)
  .regex(/^[a-z][a-z0-9-]*$/)
  .refine((name) => name !== ownSet)
/** The glyphs that a library's source holds. */
export const ownSet = 'own'

export interface IconSet {
  name: string
  glyphs: readonly Glyph[]
}

/**
 * Where a library's source holds its glyphs: the one rule by which all of its icons are found and swapped.
 */
export const iconStoreSchema = z.object({
  way: z.enum(['files', 'table', 'modules', 'sprite']),
  /** A folder of SVG files or of scripts, a script, or an SVG file of symbols. */
  path: z.string().max(1000),
  /** The constant in the script. */
  name: z.string().max(300).optional(),
})
export type IconStore = z.infer<typeof iconStoreSchema>

const glyphChoiceSchema = z.object({ set: z.string().max(40), glyph: z.string().max(200) })
export type GlyphChoice = z.infer<typeof glyphChoiceSchema>
/** Which glyphs a theme wears: those of a set by the names of roles, then of another, and some by choice. */
const iconMapSchema = z.object({
  set: z.string().max(40).nullable(),
  fallback: z.string().max(40).nullable(),
  roles: z.record(z.string().max(200), glyphChoiceSchema),
})
export type IconMap = z.infer<typeof iconMapSchema>

export const iconSettingsSchema = z.object({
  /** What somebody chose, where more than one way was found. */
  store: iconStoreSchema.nullable(),
  /** By the name of the theme. */
  maps: z.record(z.string().max(200), iconMapSchema),
  /** Roles that should not be asked for any more, with what to take instead. */
  deprecated: z.record(z.string().max(200), z.string().max(300)).default({}),
})
export type IconSettings = z.infer<typeof iconSettingsSchema>
export const noIconSettings: IconSettings = { store: null, maps: {}, deprecated: {} }

export const noIconMap: IconMap = { set: null, fallback: null, roles: {} }

/** A glyph that a library's source holds: what components ask for it by, and its text. */
export interface OwnGlyph {
  role: string
  svg: string
  file: string
  line: number
}

/** The last part of a role that stands in a group or a folder. */
export const lastPart = (role: string): string => role.split(/[./]/).at(-1)!

/** A place that asks for an icon; without a role where the source does not say which. */
export interface IconUse {
  role: string | undefined
  file: string
  line: number
  /** What holds the glyph is fetched when it is wanted. */
  isFetched?: boolean
}
