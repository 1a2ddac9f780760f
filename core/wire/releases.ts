import { z } from 'zod'
import { contractSchema, memberSchema } from '../contract/contract'
import { weights } from '../contract/weight'
import { codeStyleNames } from '../languages/language'
import { problemSchema } from '../problem'
import { gateSettingSchema } from '../release/gates/gate'
import { sentSchema, sizesSchema } from '../release/sizes'
import { moment } from './common'
import { standingSchema } from './component'
import { themeSchema } from './library'

// Versions, at the desk and in the registry.

/** A component as the newest version had it; `contract` is null where it was not in that. */
export const sinceSchema = z.object({ version: z.string().nullable(), contract: contractSchema.nullable() })

export type Since = z.infer<typeof sinceSchema>

/**
 * A component as the newest version from the desk has it, with what it takes to render it; all is null where
 * there is none, or it was never built.
 */
export const versionedSchema = z.object({
  version: z.string().nullable(),
  /** Every version from the desk, the newest first. */
  versions: z.array(z.string()),
  contract: contractSchema.nullable(),
  css: z.string(),
  modules: z.array(z.object({ tag: z.string(), module: z.string() })),
})

/**
 * The shelf as it was when a version was made. `isSaidThen`: words, examples and values together are those of
 * then; else those of now, since the version did not keep them.
 */
export const versionShelfSchema = z.object({
  version: z.string(),
  made_at: moment,
  isSaidThen: z.boolean(),
  themes: z.array(themeSchema),
  iconsCss: z.string(),
  standing: z.array(standingSchema),
})
export type VersionShelf = z.infer<typeof versionShelfSchema>

/** The versions a component came, changed and went with, the newest first. */
export const historySchema = z.array(
  z.object({
    version: z.string(),
    made_at: moment,
    change: z.enum(['new', 'changed', 'gone']),
    members: z.array(
      z.object({ member: memberSchema, change: z.enum(['new', 'changed', 'gone']), says: z.string() }),
    ),
  }),
)

export type History = z.infer<typeof historySchema>

const weightSchema = z.enum(weights)

export const gateStandingSchema = z.object({
  name: z.string(),
  title: z.string(),
  usual: gateSettingSchema,
  setting: gateSettingSchema,
  screen: z.string(),
  /** It is judged while a version is published, by using its package. */
  isTried: z.boolean().optional(),
  /** Why it does not hold. */
  says: z.string().optional(),
  waiver: z.object({ reason: z.string(), by: z.string().nullable(), made_at: moment }).nullable(),
})

/** What a version remembers of how it came to go out. */
export const releaseRecordSchema = z.object({
  /** The version it was compared with. */
  since: z.string().nullish(),
  weight: weightSchema.optional(),
  /** How many differences there were of each weight. */
  changes: z.partialRecord(weightSchema, z.number().int()).optional(),
  /** Why its number may say less than what changed. */
  reason: z.string().optional(),
  gates: z
    .array(gateStandingSchema.pick({ name: true, title: true, setting: true, says: true, waiver: true }))
    .optional(),
  /** Of one that was packed elsewhere: the components that were found in it, and what was in the way. */
  read: z.object({ components: z.number().int(), problems: z.array(problemSchema) }).optional(),
})
export type ReleaseRecord = z.infer<typeof releaseRecordSchema>

export const releaseSchema = z.object({
  version: z.string(),
  channel: z.string(),
  notes: z.string(),
  integrity: z.string(),
  size: z.number(),
  unpacked_size: z.number(),
  file_count: z.number(),
  made_by: z.string().nullable(),
  made_via: z.enum(['desk', 'client']),
  made_at: moment,
  /** What package clients say to whoever installs it, where it is withdrawn. */
  deprecated: z.string().nullable(),
  record: releaseRecordSchema,
})

export const releasesSchema = z.object({
  releases: z.array(releaseSchema),
  channels: z.record(z.string(), z.string()),
})
export type ReleasesView = z.infer<typeof releasesSchema>

/** One difference between two versions, or a version and the shelf; see `ReleaseChange` of the core. */
export const changeSchema = z.object({
  rule: z.string(),
  weight: weightSchema,
  usual: weightSchema.optional(),
  about: z.string(),
  says: z.string(),
  tag: z.string().optional(),
  member: z.string().optional(),
  token: z.string().optional(),
  before: z.string().optional(),
  now: z.string().optional(),
  goneIn: z.string().optional(),
  inner: z.boolean().optional(),
  code: z
    .array(z.object({ style: z.enum(codeStyleNames), before: z.string(), now: z.string() }))
    .readonly()
    .optional(),
})

/** How one version differs from another, or the shelf from a version; of very many differences the first. */
export const differenceSchema = z.object({
  /** The version that is compared with; none where there is none. */
  from: z.string().nullable(),
  /** The version that is compared; none for the shelf. */
  to: z.string().nullable(),
  /** The versions whose components are known, the newest first. */
  versions: z.array(z.string()),
  /** Those of both that were packed elsewhere: only their components and their package.json are known. */
  packedElsewhere: z.array(z.string()),
  changes: z.array(changeSchema),
  total: z.number().int(),
  /** The heaviest of all of them. */
  weight: weightSchema,
  /** The rules by which it is weighed, and what each notices. */
  rules: z.array(z.object({ name: z.string(), title: z.string() })),
  /** What the library makes of rules in place of what they say themselves. */
  weighing: z.record(z.string(), weightSchema),
  /** Bytes of both, packed, where both are published. */
  sizes: z.object({ before: z.number(), now: z.number() }).nullable(),
})
export type DifferenceView = z.infer<typeof differenceSchema>

export type GateStandingView = z.infer<typeof gateStandingSchema>

/** Notes that somebody wrote for the next version. */
export const draftSchema = z
  .object({ notes: z.string(), by: z.string().nullable(), made_at: moment })
  .nullable()

/** The release desk: what may come next, what stands in its way, and what was prepared. */
export const deskSchema = z.object({
  difference: differenceSchema,
  next: z.array(
    z.object({
      step: z.string(),
      version: z.string(),
      channel: z.string(),
      says: z.string(),
      enough: z.boolean(),
    }),
  ),
  blocked: z.array(problemSchema),
  gates: z.array(gateStandingSchema),
  draft: draftSchema,
})
export type DeskView = z.infer<typeof deskSchema>

export const releaseFilesSchema = z.array(z.object({ path: z.string(), size: z.number() }))

/**
 * The package that the shelf would make now: each file with what it is of, and what each component alone
 * takes.
 */
export const packageViewSchema = z.object({
  files: z.array(
    sentSchema.extend({
      path: z.string(),
      of: z.string(),
      tag: z.string().optional(),
      /** Files of the library that it is made from. */
      from: z.array(z.string()),
      /** Bytes it has in the version that is compared with; none where it is not in that. */
      before: z.number().nullable(),
    }),
  ),
  /** Files of that version that are not in this one any more. */
  gone: z.array(z.object({ path: z.string(), size: z.number() })),
  /** The version that is compared with; none where there is none. */
  since: z.string().nullable(),
  components: z.array(sentSchema.extend({ tag: z.string() })),
  /** Bytes of the tarball. */
  packed: z.number(),
  /** Bytes that one component alone may take with gzip; nothing where it is not asked. */
  budget: z.number().int().nullable(),
  /** Licences that what it brings along may have, and whether the library has said so. */
  licences: z.array(z.string()),
  areLicencesOwn: z.boolean(),
  /** In which single files the library is there, or why in none. */
  single: z.string(),
  /** What versions came to, the oldest first. */
  history: z.array(z.object({ version: z.string(), sizes: sizesSchema })),
})
export type PackageView = z.infer<typeof packageViewSchema>

export const publishedSchema = z.object({ version: z.string(), integrity: z.string(), files: z.number() })
