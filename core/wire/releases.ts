import { z } from 'zod'
import { contractSchema, memberSchema } from '../contract/contract'
import { weights } from '../contract/weight'
import { problemSchema } from '../problem'
import { moment } from './common'

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
