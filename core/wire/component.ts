import { z } from 'zod'
import { actsSchema, type Act } from '../acts/act'
import { usageSchema, type Usage } from '../code/usage'
import { contractSchema, statusSchema } from '../contract/contract'
import { placeSchema } from '../contract/member'
import { problemSchema } from '../problem'
import { surroundSchema, type Surround } from '../surround'
import { moment } from './common'

// Components on the shelf, with what people made for them.

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
  first: z.nullable(usageSchema),
  written: z.array(z.string()),
  kept: z.number().int(),
})

/** The first way of showing a component that was seen to show something, and the module it was seen of. */
export const firstShowingSchema = z.object({
  module: z.string().max(300),
  usage: usageSchema as unknown as z.ZodType<Usage>,
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

const acts = actsSchema as unknown as z.ZodType<Act[]>

/** A kept way of showing a component; `surround` is null where nothing was said of what is around it. */
export const exampleSchema = z.object({
  id: z.string(),
  name: z.string(),
  usage,
  surround: z.nullable(surround),
  /** What is done to it once it stands there. */
  acts,
  notes: z.string(),
  face: z.boolean(),
  starter: z.boolean(),
})

const exampleName = z.string().trim().min(1).max(120)

export const newExampleSchema = z.object({
  name: exampleName,
  usage,
  surround: z.optional(surround),
  acts: z.optional(acts),
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
    acts,
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

/** Where a component's markup and rules are written. */
export const writtenSchema = z.object({
  elements: z.array(
    z.object({ tag: z.string(), attributes: z.record(z.string(), z.string()), place: placeSchema }),
  ),
  rules: z.array(z.object({ selector: z.string(), place: placeSchema })),
  feeds: z.array(z.object({ property: z.string(), names: z.array(z.string()), place: placeSchema })),
})
