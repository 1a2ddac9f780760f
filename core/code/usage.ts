import * as z from 'zod/mini'

// The small form of the schema library: this file is part of the script in every preview frame.

/**
 * What fills a slot: text, markup, or another component with values and slots of its own, once or several
 * times.
 */
export type Filling =
  | { is: 'text'; text: string }
  | { is: 'markup'; markup: string }
  | { is: 'component'; tag: string; usage: Usage; times?: number | undefined }

/** A method and the values it is called with, by their place; one that is not given ends the list. */
export interface Call {
  method: string
  given: unknown[]
}

/** A component around another, which fills one of its slots. */
export interface Within {
  tag: string
  usage: Usage
  slot: string
}

/**
 * How a component is shown: values of props by name (a missing name is “not set”), and what fills its slots.
 */
export interface Usage {
  props: Record<string, unknown>
  slots: Record<string, Filling>
  /** What is set as an attribute and not as a property, by the attribute's name, as text. */
  attributes?: Record<string, string> | undefined
  /** Custom properties that the page sets on it, by name: `--tide-ink`. */
  styles?: Record<string, string> | undefined
  /** Methods that the page calls once it is there, in this order. */
  calls?: Call[] | undefined
  /**
   * Components it stands in, outermost first: some do nothing alone, such as a tab without its row of tabs.
   */
  within?: Within[] | undefined
  /**
   * Paths of values that are functions which record their calls, such as `done` or `columns.0.render`: only
   * on their way to a frame.
   */
  functions?: string[] | undefined
}

/** A custom property: its name is a dashed identifier. */
export const customPropertyName = /^--[^\s;:{}]+$/
const callSchema: z.ZodMiniType<Call> = z.object({
  method: z.string().check(z.maxLength(200)),
  given: z.array(z.unknown()).check(z.maxLength(50)),
})
/** How often a slot holds the same component at most. */
export const mostTimes = 50
export const fillingSchema: z.ZodMiniType<Filling> = z.lazy(() =>
  z.discriminatedUnion('is', [
    z.object({ is: z.literal('text'), text: z.string().check(z.maxLength(100_000)) }),
    z.object({ is: z.literal('markup'), markup: z.string().check(z.maxLength(100_000)) }),
    z.object({
      is: z.literal('component'),
      tag: z.string().check(z.maxLength(200)),
      usage: usageSchema,
      times: z.optional(z.int().check(z.minimum(1), z.maximum(mostTimes))),
    }),
  ]),
)
export const usageSchema: z.ZodMiniType<Usage> = z.lazy(() =>
  z.object({
    props: z.record(z.string(), z.unknown()),
    slots: z.record(z.string(), fillingSchema),
    attributes: z.optional(z.record(z.string(), z.string())),
    styles: z.optional(
      z.record(z.string().check(z.regex(customPropertyName)), z.string().check(z.maxLength(2000))),
    ),
    calls: z.optional(z.array(callSchema).check(z.maxLength(50))),
    within: z.optional(
      z
        .array(z.object({ tag: z.string().check(z.maxLength(200)), usage: usageSchema, slot: z.string() }))
        .check(z.maxLength(8)),
    ),
    functions: z.optional(z.array(z.string())),
  }),
)

/**
 * A usage with what it stands in as one: the outermost component, whose slot is filled with the next, down to
 * the component itself.
 */
export function withinAll(tag: string, usage: Usage): { tag: string; usage: Usage } {
  const { within = [], ...own } = usage
  return within.reduceRight<{ tag: string; usage: Usage }>(
    (inner, around) => ({
      tag: around.tag,
      usage: {
        ...around.usage,
        slots: { ...around.usage.slots, [around.slot]: { is: 'component', ...inner } },
      },
    }),
    { tag, usage: own },
  )
}
