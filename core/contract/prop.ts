import { z } from 'zod'
import { label, memberFields, type Claim } from './member'
import { shortType, typeSchema } from './type'
import { memberKind } from './member-kind'
import { heaviest, weightOfInput } from './weight'

/**
 * A prop: a public field or accessor of the component, with the attribute that feeds it. `default` is source
 * text as a person would write it; `defaultValue` its value where that is plain JSON. `reflects` means that
 * setting the prop writes the attribute.
 */
export const propSchema = z.object({
  kind: z.literal('prop'),
  ...memberFields,
  type: typeSchema,
  default: z.string().optional(),
  defaultValue: z.json().optional(),
  required: z.boolean(),
  readonly: z.boolean(),
  attribute: z.string().optional(),
  reflects: z.boolean(),
  /** It is an attribute the component reads, and no property of the element. */
  attributeOnly: z.boolean().optional(),
  /** The component changes it itself, and a page that binds it is told so. */
  bindable: z.boolean().optional(),
  /**
   * Values that the code compares it with, or looks it up by: with these it does something, as likely as not.
   * Of a type that is told by its name only, some that the compiler takes for it.
   */
  asked: z.array(z.union([z.string(), z.number()])).optional(),
})
export type Prop = z.infer<typeof propSchema>

/**
 * Joins what code shows with what `@attr` and `@prop` tags claim. A claim names the attribute or the
 * property. `complete` says that all the code is known: only then a claim without code is one that differs.
 */
export function joinProps(found: Prop[], claims: Claim[], complete: boolean): Prop[] {
  const named = (prop: Prop, claim: Claim) => prop.name === claim.name || prop.attribute === claim.name
  const joined = found.map((prop) => {
    const claim = claims.find((claim) => named(prop, claim))
    return claim && !prop.comment && claim.text ? { ...prop, comment: claim.text } : prop
  })
  const alone = claims.filter(
    (claim, i) =>
      claim.name !== '' &&
      !found.some((prop) => named(prop, claim)) &&
      claims.findIndex((other) => other.name === claim.name) === i,
  )
  return [
    ...joined,
    ...alone.map((claim): Prop => ({
      kind: 'prop',
      name: claim.name,
      place: claim.place,
      known: 'comment',
      comment: claim.text || undefined,
      disagreements: complete
        ? [{ about: 'prop', comment: claim.name, code: 'nothing reads it', place: claim.place }]
        : [],
      type: { is: 'other', text: claim.type ?? 'unknown' },
      readonly: false,
      reflects: false,
      required: false,
      attribute: claim.name,
      attributeOnly: true,
    })),
  ]
}

const statedDefault = (prop: Prop): string | undefined => {
  if (prop.default !== undefined) return `default ${prop.default}`
  if (prop.readonly) return undefined
  return prop.required ? 'required' : 'no default'
}

/** The line under a prop's name: type and default. */
export const describeProp = (prop: Prop): string =>
  label(shortType(prop.type), statedDefault(prop), prop.readonly && 'read only', prop.bindable && 'bindable')

export const propKind = memberKind({
  kind: 'prop',
  heading: 'Props',
  schema: propSchema,
  describe: describeProp,
  weightOfNew: (prop) => (prop.required ? 'breaking' : 'additive'),
  compare: (before, now) =>
    heaviest([
      // what can only be read comes out: nobody gives it in
      now.readonly && before.readonly ? 'mend' : weightOfInput(before.type, now.type),
      now.required && !before.required ? 'breaking' : 'mend',
      now.readonly && !before.readonly ? 'breaking' : 'mend',
      before.attribute !== undefined && before.attribute !== now.attribute ? 'breaking' : 'mend',
      before.attribute === undefined && now.attribute !== undefined ? 'additive' : 'mend',
      before.reflects && !now.reflects ? 'breaking' : 'mend',
      before.bindable && !now.bindable ? 'breaking' : 'mend',
      now.bindable && !before.bindable ? 'additive' : 'mend',
      // a page that sets nothing looks otherwise than it did
      before.default !== now.default && before.default !== undefined ? 'breaking' : 'mend',
      before.default !== now.default || before.reflects !== now.reflects ? 'additive' : 'mend',
    ]),
})
