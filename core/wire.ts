import { z } from 'zod'
import { usageSchema, type Usage } from './code/usage'
import { evidenceSchema } from './evidence/evidence'
import { contractSchema, memberSchema, statusSchema } from './contract/contract'
import { placeSchema } from './contract/member'
import { originSchema } from './origin'
import { problemSchema } from './problem'
import { surroundSchema, type Surround } from './surround'
import { tokenDocumentSchema } from './tokens/document'
import { weights } from './contract/weight'

/** The shapes of our own API's answers: the only types for what crosses HTTP, on both sides. */

const moment = z.coerce.date()
export const roleSchema = z.enum(['maintainer', 'contributor', 'reader'])

/** The number of a revision as it is sent: 0 where there was none; what PostgreSQL counts in is no larger. */
export const revisionNumberSchema = z.number().int().min(0).max(2_000_000_000)

/** An answer that says nothing but that it is done. */
export const nothingSchema = z.object({})
export const madeSchema = z.object({ id: z.string() })
/** An edit of tokens by its number, and the revision of the theme that it made. */
export const editedSchema = z.object({ edit: z.string(), revision: z.number().int() })
export const undoneSchema = z.object({ theme: z.string(), path: z.string() })
/** The line of source that a place in a built module comes from. */
export const tracedSchema = z.object({ file: z.string(), line: z.number().int() })
export const libraryMadeSchema = z.object({ slug: z.string() })
export const signedInSchema = z.object({ id: z.string() })

export const personSchema = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  administrator: z.boolean(),
})
export const meSchema = z.object({
  person: personSchema.nullable(),
  demo: z.array(z.object({ name: z.string(), email: z.string(), password: z.string(), role: z.string() })),
})

export const themeSchema = z.object({
  name: z.string(),
  title: z.string(),
  on: z.string().nullable(),
  document: tokenDocumentSchema,
  revision: z.number().int(),
})

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
  /** Widths that have names of the library's own. */
  widths: z.array(z.object({ name: z.string(), width: z.number().int() })),
})
export type LibraryView = z.infer<typeof librarySchema>
export const librariesSchema = z.array(
  z.object({
    slug: z.string(),
    title: z.string(),
    package: z.string(),
    visibility: z.enum(['private', 'open']),
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

/** A module to load, by its path on the preview host, or why there is none; then the last one that was. */
export const renderingSchema = z.object({
  module: z.string().nullable(),
  problems: z.array(problemSchema),
  lastGood: z.object({ module: z.string(), made_at: moment, revision: z.number().int() }).nullable(),
})

export const standingSchema = z.object({
  tag: z.string(),
  contract: contractSchema,
  group: z.string(),
  status: statusSchema,
  rendering: renderingSchema,
  face: z.nullable(usageSchema),
  written: z.array(z.string()),
  kept: z.number().int(),
})
export type Standing = z.infer<typeof standingSchema>
export const shelfSchema = z.array(standingSchema)

export const wordsSchema = z.object({
  member: z.string(),
  text: z.string(),
  revision: z.number().int(),
  by: z.string().nullable(),
  at: moment,
  facts: z.string().nullable(),
})
export type WordsView = z.infer<typeof wordsSchema>
export const wordsListSchema = z.array(wordsSchema)

/** All words of a library, each with the component and the member it is of. */
export const allWordsSchema = z.array(z.object({ tag: z.string(), member: z.string(), text: z.string() }))

/** How much a component took over from one that is no more. */
export const takenOverSchema = z.object({ words: z.number().int(), examples: z.number().int() })

const usage = usageSchema as unknown as z.ZodType<Usage>
const surround = surroundSchema as unknown as z.ZodType<Surround>
/** A kept way of showing a component; `surround` is null where nothing was said of what is around it. */
export const exampleSchema = z.object({
  id: z.string(),
  name: z.string(),
  usage,
  surround: z.nullable(surround),
  notes: z.string(),
  face: z.boolean(),
  starter: z.boolean(),
})
const exampleName = z.string().trim().min(1).max(120)
export const newExampleSchema = z.object({
  name: exampleName,
  usage,
  surround: z.optional(surround),
  notes: z.string().max(5000).optional(),
  /** The shelf shows it from now on; it is offered to consumers as a start. */
  face: z.boolean().optional(),
  starter: z.boolean().optional(),
})
export type NewExample = z.infer<typeof newExampleSchema>
/** A change of an example; `place` is its number among the others, from 0, the face left aside. */
export const exampleChangeSchema = z
  .object({
    name: exampleName,
    usage,
    surround: z.nullable(surround),
    notes: z.string().max(5000),
    face: z.literal(true),
    starter: z.boolean(),
    place: z.number().int().min(0).max(10_000),
  })
  .partial()
export type ExampleChange = z.infer<typeof exampleChangeSchema>
export type ExampleView = z.infer<typeof exampleSchema>
export const examplesSchema = z.array(exampleSchema)
/** Examples to begin with, of any component. */
export const startersSchema = z.array(exampleSchema.extend({ tag: z.string() }))
export type Starter = z.infer<typeof startersSchema>[number]

/** Where frames load a script of provisions that is being tried. */
export const triedScriptSchema = z.object({ script: z.string() })

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
 * What a browser showed for the members of each component as it is now, and how the newest run over all of
 * them fares.
 */
export const libraryEvidenceSchema = z.object({
  run: z
    .object({
      state: z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']),
      done: z.number().int(),
      total: z.number().int(),
      problems: z.array(problemSchema),
      made_at: moment,
    })
    .nullable(),
  components: z.array(z.object({ tag: z.string(), evidence: z.array(evidenceSchema), made_at: moment })),
})
export type LibraryEvidence = z.infer<typeof libraryEvidenceSchema>
/** What was seen on the bench, of the module that was tried as it stood on the shelf. */
export const newEvidenceSchema = z.object({
  module: z.string().max(500),
  face: usageSchema as unknown as z.ZodType<Usage>,
  evidence: z.array(evidenceSchema).max(2000),
})

/** Where a component's markup and rules are written. */
/**
 * What a component's source asks of what is around it: abilities of the browser, widths at which its sheets
 * change.
 */
export const asksSchema = z.object({
  abilities: z.array(
    z.object({ name: z.string(), of: z.enum(['script', 'style']), place: placeSchema, sure: z.boolean() }),
  ),
  widths: z.array(
    z.object({ width: z.number().int(), of: z.enum(['window', 'parent']), place: placeSchema }),
  ),
})
export type Asks = z.infer<typeof asksSchema>
export const writtenSchema = z.object({
  elements: z.array(
    z.object({ tag: z.string(), attributes: z.record(z.string(), z.string()), place: placeSchema }),
  ),
  rules: z.array(z.object({ selector: z.string(), place: placeSchema })),
  feeds: z.array(z.object({ property: z.string(), names: z.array(z.string()), place: placeSchema })),
})

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
})
export const releasesSchema = z.object({
  releases: z.array(releaseSchema),
  channels: z.record(z.string(), z.string()),
  next: z.array(z.object({ step: z.string(), version: z.string(), says: z.string(), enough: z.boolean() })),
  changed: z.array(
    z.object({
      tag: z.string(),
      change: z.enum(['new', 'changed', 'gone']),
      weight: z.enum(weights),
      /** The members that ask something of those who use it, or give them something: `prop tone: …`. */
      says: z.array(z.object({ member: z.string(), weight: z.enum(weights), says: z.string() })),
    }),
  ),
  blocked: z.array(problemSchema),
})
export type ReleasesView = z.infer<typeof releasesSchema>
export const releaseFilesSchema = z.array(z.object({ path: z.string(), size: z.number() }))
export const publishedSchema = z.object({ version: z.string(), integrity: z.string(), files: z.number() })

export const tokenListSchema = z.array(
  z.object({
    id: z.string(),
    name: z.string(),
    scopes: z.array(z.enum(['read', 'publish'])),
    library: z.string().nullable(),
    made_at: moment,
    used_at: moment.nullable(),
    revoked_at: moment.nullable(),
  }),
)
export const madeTokenSchema = z.object({ id: z.string(), text: z.string() })

export const staffSchema = z.object({
  staff: z.array(personSchema.extend({ role: roleSchema })),
  others: z.array(personSchema),
  trail: z.array(
    z.object({
      act: z.string(),
      detail: z.record(z.string(), z.unknown()),
      made_at: moment,
      name: z.string().nullable(),
    }),
  ),
})
export const sourceListSchema = z.object({ paths: z.array(z.string()) })
export const sourceFileSchema = z.object({ path: z.string(), text: z.string(), revision: z.number().int() })
export const begunSchema = z.object({ job: z.string(), problems: z.array(problemSchema) })
/** What became of an upload: a job, or, where one only wanted to look, what would leave the shelf with it. */
export const uploadedSchema = z.object({
  job: z.string().nullable(),
  problems: z.array(problemSchema),
  leaving: z.object({ components: z.array(z.string()), files: z.number().int() }).nullable(),
})
/** The states of a library's source there have been, the newest first. */
export const revisionsSchema = z.array(
  z.object({
    number: z.number().int(),
    note: z.string(),
    made_by: z.string().nullable(),
    made_at: moment,
    current: z.boolean(),
  }),
)
export type RevisionView = z.infer<typeof revisionsSchema>[number]
/** Source as it is being written: what is wrong with it, and the component that is looked at. */
export const triedSchema = z.object({
  problems: z.array(problemSchema),
  shown: z.object({ contract: contractSchema, module: z.string().nullable() }).nullable(),
})
export type Tried = z.infer<typeof triedSchema>
/**
 * A component that is begun: the files that come and those that change, what it is made after, and the job
 * that brings them in.
 */
export const componentBegunSchema = z.object({
  tag: z.string(),
  model: z.string().nullable(),
  job: z.string().nullable(),
  files: z.array(z.object({ path: z.string(), text: z.string(), isNew: z.boolean() })),
})
export type ComponentBegun = z.infer<typeof componentBegunSchema>
/** RFC 9457 problem details, with our problems in it. */
export const problemDetailsSchema = z.looseObject({
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  problems: z.array(problemSchema).default([]),
})
