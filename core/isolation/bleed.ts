import * as z from 'zod/mini'

// The small form of the schema library: this file is part of the script in every preview frame.

const text = z.string().check(z.maxLength(500))
const few = z.int().check(z.minimum(0), z.maximum(100_000))

/**
 * The selector that stands, in the sheet of a foreign page, for all classes of what is shown in the tree of
 * the page.
 */
export const classesShown = '.kept-classes'

/** Something that a foreign page says about its elements. */
export const foreignPageSchema = z.object({
  /** What it is told as. */
  name: z.string().check(z.maxLength(40)),
  /** Its sheet; nothing where the sheets that are provided for the component are taken away instead. */
  css: z.nullable(z.string().check(z.maxLength(500_000))),
  /** Whether its sheet comes after those of the component, or before them. */
  late: z.boolean(),
})
export type ForeignPage = z.infer<typeof foreignPageSchema>

/**
 * How a page gets at an element: one of its rules reaches it, what it says of what is around comes down, or
 * what is counted in sizes of type is counted in others.
 */
const howSchema = z.enum(['rule', 'down', 'scaled'])

/** A computed value that is otherwise in a foreign page: of the first element of those that are alike. */
const changeInSchema = z.object({
  how: howSchema,
  /** The element through its trees, as a selector would have it. */
  at: text,
  /** It is the element that the page itself writes. */
  isHost: z.boolean(),
  property: text,
  from: text,
  to: text,
  /** The selector of the page by which it is reached. */
  selector: text,
  count: few,
})
export type ChangeIn = z.infer<typeof changeInSchema>

/** What a foreign page changes in a component. */
const inPageSchema = z.object({
  name: z.string().check(z.maxLength(40)),
  late: z.boolean(),
  changes: z.array(changeInSchema).check(z.maxLength(300)),
  /** Elements that cut off what they show, and do not without the page. */
  cut: z.array(text).check(z.maxLength(20)),
})
export type InPage = z.infer<typeof inPageSchema>

/** A computed value that is otherwise; where what it was cannot be told, that is nothing. */
const changedSchema = z.object({ property: text, from: text, to: text })
export type Changed = z.infer<typeof changedSchema>

/** A rule that a component brings, and what it changes in a page that has it. */
const ruleOutSchema = z.object({
  selector: text,
  /** It reaches only what has the classes it asks for. */
  isNamed: z.boolean(),
  /** Elements of the page that it reaches. */
  elements: z.array(text).check(z.maxLength(60)),
  /** Values that it changes in one of them or another. */
  values: z.array(changedSchema).check(z.maxLength(60)),
})
export type RuleOut = z.infer<typeof ruleOutSchema>

/** Where what a component renders stands: in a tree of its own, in the tree of the page, or nowhere. */
const treeSchema = z.enum(['shadow', 'page', 'none'])

/** What would be so if the rules of a component reached only what stands in its own elements (`@scope`). */
const scopedSchema = z.object({
  /** The selector of its outermost elements. */
  within: text,
  /** Rules that still change something of the page. */
  out: few,
  /** Values of its own that would be otherwise. */
  changes: z.array(z.object({ at: text, property: text, from: text, to: text })).check(z.maxLength(40)),
})
export type Scoped = z.infer<typeof scopedSchema>

/** What a frame tells of what a component and a page do to one another. */
export const bleedSchema = z.object({
  tree: treeSchema,
  /** Rules that it brings into the page. */
  rules: few,
  into: z.array(inPageSchema).check(z.maxLength(20)),
  out: z.array(ruleOutSchema).check(z.maxLength(200)),
  /** Where it changes anything of the page, and the browser knows of `@scope`. */
  scoped: z.optional(scopedSchema),
  /** Elements, rules and changes past those that are told. */
  left: few,
})
export type Bleed = z.infer<typeof bleedSchema>
