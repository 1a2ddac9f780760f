import { z } from 'zod'
import { label, memberFields, placeSchema } from './member'
import { memberKind } from './member-kind'

/**
 * One value of an axis along which a component is made to look or behave otherwise on purpose. Its name is
 * `axis=value`. `made` are the rules, and the entries of class maps, that make it; `wears` the custom
 * properties that those rules read.
 */
export const variantSchema = z.object({
  kind: z.literal('variant'),
  ...memberFields,
  axis: z.string(),
  value: z.union([z.string(), z.number(), z.boolean()]),
  /** What is set to have it: a prop, or an attribute or class of the host that no prop stands for. */
  by: z.enum(['prop', 'attribute', 'class']),
  /** The component has it where nothing is set. */
  usual: z.boolean().optional(),
  /**
   * Where alone it is named, which is a finding: in a `sheet`, so that nothing declares it, or in a `type`, so
   * that neither code nor a sheet asks for its axis.
   */
  only: z.enum(['sheet', 'type']).optional(),
  made: z.array(placeSchema),
  wears: z.array(z.string()),
})
export type Variant = z.infer<typeof variantSchema>

/** The name of a variant as a member: `tone=warn`. */
export const variantName = (axis: string, value: Variant['value']): string => `${axis}=${value}`

const countRules = (places: number): string | undefined =>
  places === 0 ? undefined : places === 1 ? 'made in one place' : `made in ${places} places`

/** What it means that a variant is named in one place only. */
export const onlyNamedIn: Record<NonNullable<Variant['only']>, string> = {
  sheet: 'only in a sheet: nothing declares it',
  type: 'only in the type: neither code nor a sheet asks for it',
}

export const describeVariant = (variant: Variant): string =>
  label(
    variant.usual && 'default',
    variant.by === 'prop' ? undefined : `by ${variant.by}`,
    countRules(variant.made.length),
    variant.only && onlyNamedIn[variant.only],
  )

/** A variant as a heading or a picture of it calls it: the name of its axis where it is simply on. */
export const variantTitle = (name: string): string => {
  const at = name.lastIndexOf('=')
  return name.slice(at + 1) === 'true' ? name.slice(0, at) : `${name.slice(0, at)} ${name.slice(at + 1)}`
}

export const variantKind = memberKind({
  kind: 'variant',
  heading: 'Variants',
  schema: variantSchema,
  describe: describeVariant,
  title: variantTitle,
  // what is named in one place only is a finding, and promised to nobody
  weightOfNew: (variant) => (variant.only === 'sheet' ? 'mend' : 'additive'),
  facets: [
    {
      name: 'by',
      title: 'A variant is set by something else',
      show: ({ by }) => `by ${by}`,
      weigh: (before) => (before.only === 'sheet' ? 'mend' : 'breaking'),
    },
  ],
})
