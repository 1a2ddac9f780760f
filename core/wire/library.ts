import { z } from 'zod'
import { readFromSchema } from '../read/read-from'
import { readersSchema } from '../readers'
import { originSchema } from '../origin'
import { problemSchema } from '../problem'
import { roleSchema } from '../roles'
import { isAxisName } from '../tokens/axis'
import { conditionSchema } from '../tokens/condition'
import { tokenDocumentSchema } from '../tokens/document'
import { fittingChangeSchema } from '../tokens/fitting'
import { moment } from './common'

// Libraries, their themes and their jobs.

/** A kept edit of tokens; `upgraded`: what was made of a file that was in the older spelling. */
export const editedSchema = z.object({
  edit: z.string(),
  revision: z.number().int(),
  upgraded: z.array(z.string()).optional(),
})

/** The files that tokens are printed to, with what each is for; and one of them. */
export const printedListSchema = z.object({
  files: z.array(z.object({ path: z.string(), says: z.string(), bytes: z.number().int() })),
})
export type PrintedFile = z.infer<typeof printedListSchema>['files'][number]
export const printedFileSchema = z.object({ path: z.string(), text: z.string() })

export const tokenPath = z.string().trim().min(1).max(300)
/** A token or a group that gets another path; `leave` keeps each old one as a deprecated alias of the new. */
export const renameSchema = z.object({
  from: tokenPath,
  to: tokenPath,
  leave: z.union([z.boolean(), z.stringbool()]).default(false),
  /** A token of that path is there already, and stands in its place. */
  into: z.union([z.boolean(), z.stringbool()]).optional(),
})
/** What would follow: tokens that refer to it, custom properties, lines of files, words and examples. */
export const renamePlanSchema = z.object({
  references: z.array(z.object({ theme: z.string(), path: z.string() })),
  properties: z.array(z.object({ from: z.string(), to: z.string() })),
  files: z.array(
    z.object({
      path: z.string(),
      places: z.array(z.object({ line: z.number().int(), text: z.string() })),
    }),
  ),
  words: z.number().int(),
  examples: z.number().int(),
  /** Where what names it comes to another value then, in CSS: in which theme, from what to what. */
  changes: z.array(z.object({ theme: z.string(), before: z.string(), after: z.string() })),
})
export type RenamePlan = z.infer<typeof renamePlanSchema>
/** What uses a token: others that refer to it, lines of files, and how many words and examples name it. */
export const tokenUsesSchema = z.object({
  references: renamePlanSchema.shape.references,
  files: renamePlanSchema.shape.files,
  words: renamePlanSchema.shape.words,
  examples: renamePlanSchema.shape.examples,
})
export type TokenUsesView = z.infer<typeof tokenUsesSchema>
/** Edits that took a token out, one a theme that had it. */
export const removedSchema = z.object({ edits: z.array(z.string()) })
/** The job that renames; none where it was done at once. */
export const renameBegunSchema = z.object({ job: z.string().nullable() })

/** A custom property as a sheet sets it. */
const inSheet = { property: z.string(), text: z.string(), file: z.string(), line: z.number().int() }
/** Custom properties of a library's sheets that could be tokens, and those that could not. */
export const offeredSchema = z.object({
  offers: z.array(
    z.object({
      ...inSheet,
      path: z.string(),
      type: z.string(),
      value: z.json(),
      worked: z.string().optional(),
      elsewhere: z.array(z.object({ where: z.string(), text: z.string() })),
    }),
  ),
  left: z.array(z.object({ ...inSheet, why: z.string() })),
  /** Other places in the sheets that set many of them. */
  places: z.array(z.object({ where: z.string(), count: z.number().int() })),
})
export type OfferedView = z.infer<typeof offeredSchema>

export const undoneSchema = z.object({ theme: z.string(), path: z.string() })

export const libraryMadeSchema = z.object({ slug: z.string() })

/** What a theme combines by, where it is worn beside others and not instead of them. */
const axisSchema = z
  .string()
  .refine(isAxisName, 'use up to 30 lower case letters and hyphens, and neither “theme” nor “kept …”')

export const themeSchema = z.object({
  name: z.string(),
  title: z.string(),
  on: z.string().nullable(),
  document: tokenDocumentSchema,
  when: conditionSchema.nullable().optional(),
  axis: z.string().nullable().optional(),
  revision: z.number().int(),
})

export const fittingSchema = z.object({
  id: z.string(),
  name: z.string(),
  /** Who began it, where they are still there. */
  by: z.string().nullable(),
  made_at: moment,
  changes: z.array(fittingChangeSchema.extend({ by: z.string().nullable(), made_at: moment })),
})
export type Fitting = z.infer<typeof fittingSchema>

const themeTitle = z.string().trim().min(1).max(80)
const themePlace = z.number().int().min(0).max(100)
/** Token files that are to come in together. */
export const tokenSetsSchema = z.object({
  files: z
    .array(z.object({ path: z.string().min(1).max(500), text: z.string() }))
    .min(1)
    .max(200),
  /** The revisions of themes that the plan was seen over; without them it is only told what would be. */
  seen: z.record(z.string(), z.number().int()).optional(),
})
/** What they make of the themes of a library, and, where that was done, the edits and the themes made. */
export const tokenSetsPlanSchema = z.object({
  themes: z.array(
    z.object({
      name: z.string(),
      title: z.string(),
      axis: z.string().nullable(),
      isNew: z.boolean(),
      tokens: z.number().int(),
      from: z.array(z.string()),
    }),
  ),
  says: z.array(z.string()),
  without: z.array(problemSchema),
  seen: z.record(z.string(), z.number().int()),
  edits: z.array(z.string()),
})
export type TokenSetsPlan = z.infer<typeof tokenSetsPlanSchema>

/** A theme to be made; `name` and `place` where it was there before. */
export const newThemeSchema = z.object({
  title: themeTitle,
  on: z.string().max(40),
  document: tokenDocumentSchema.optional(),
  name: z
    .string()
    .regex(/^[a-z][a-z0-9-]{0,39}$/, 'use lower case letters, digits and hyphens')
    .optional(),
  place: themePlace.optional(),
  when: conditionSchema.nullable().optional(),
  axis: axisSchema.nullable().optional(),
})
export const themeMadeSchema = z.object({ name: z.string() })
export const changedThemeSchema = z.object({
  title: themeTitle.optional(),
  on: z.string().max(40).optional(),
  place: themePlace.optional(),
  /** What brings it in by itself; nothing where nothing does. */
  when: conditionSchema.nullable().optional(),
  axis: axisSchema.nullable().optional(),
})
export type ChangedTheme = z.infer<typeof changedThemeSchema>

export const jobSchema = z.object({
  id: z.string(),
  state: z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']),
  step: z.string(),
  made_at: moment,
  result: z
    .object({
      revision: z.number().int().optional(),
      added: z.array(z.string()),
      changed: z.array(z.string()),
      gone: z.array(z.string()),
      same: z.number().int(),
      problems: z.array(problemSchema),
    })
    .nullable(),
})

export type JobView = z.infer<typeof jobSchema>

export const librarySchema = z.object({
  slug: z.string(),
  title: z.string(),
  package: z.string(),
  prefix: z.string(),
  visibility: z.enum(['private', 'open']),
  readers: readersSchema,
  role: roleSchema.nullable(),
  latest: z.string().nullable(),
  changesSince: z.number().int(),
  revision: z
    .object({
      number: z.number().int(),
      note: z.string(),
      made_by: z.string().nullable(),
      made_at: moment,
      problems: z.array(problemSchema),
    })
    .nullable(),
  themes: z.array(themeSchema),
  /** Changes that are tried together, oldest first. */
  fittings: z.array(fittingSchema),
  job: jobSchema.nullable(),
  preview: z.string(),
  registry: z.string(),
  origin: z.nullable(originSchema),
  /** Components that are no more, with how much people made for them and what they may be called now. */
  gone: z.array(
    z.object({
      tag: z.string(),
      words: z.number().int(),
      examples: z.number().int(),
      offers: z.array(z.string()),
    }),
  ),
  /** What is wrapped around components while they are looked at, by what it is for. */
  provisions: z.array(
    z.object({
      scope: z.string(),
      styles: z.string(),
      around: z.string(),
      script: z.string(),
      data: z.string(),
      module: z.string().nullable(),
      revision: z.number().int(),
    }),
  ),
  /** What is read of it, where somebody chose: what people wrote, or what was built. */
  readFrom: readFromSchema.nullable(),
  /** Widths that have names of the library's own. */
  widths: z.array(z.object({ name: z.string(), width: z.number().int() })),
  /** Languages that the library says something in, as BCP 47 has them. */
  languages: z.array(z.string()),
  /** CSS by which each theme shows its icons. */
  iconsCss: z.string(),
})

export type LibraryView = z.infer<typeof librarySchema>

export const librariesSchema = z.array(
  z.object({
    slug: z.string(),
    title: z.string(),
    package: z.string(),
    visibility: z.enum(['private', 'open']),
    readers: readersSchema,
    role: roleSchema.nullable(),
    latest: z.string().nullable(),
    changesSince: z.number().int(),
    /** What stands on its shelf. */
    components: z.array(z.string()),
    /** Source is being brought in. */
    isBusy: z.boolean(),
    prefix: z.string(),
  }),
)

export type LibraryListed = z.infer<typeof librariesSchema>[number]

export const tokensSchema = z.object({
  themes: z.array(themeSchema),
  edits: z.array(
    z.object({
      id: z.string(),
      theme: z.string(),
      path: z.string(),
      before: z.unknown(),
      after: z.unknown(),
      by: z.string().nullable(),
      at: moment,
    }),
  ),
})

export type TokensView = z.infer<typeof tokensSchema>
