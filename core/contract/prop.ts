import { z } from 'zod'
import { label, memberFields, type Claim } from './member'
import { printType, shortType, typeSchema } from './type'
import { memberKind } from './member-kind'
import { isReadType, isSameType, weightOfInput, weightOfOutput } from './weight'

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

const isOff = ({ type, default: text }: Prop): boolean =>
  type.is === 'boolean' && (text === undefined || text === 'false')

/** Whether two are one piece of code, in whatever quotes and with whatever space it is written. */
const isWrittenAlike = (a: string | undefined, b: string | undefined): boolean =>
  a !== undefined && b !== undefined && plainCode(a) === plainCode(b)
const plainCode = (code: string): string => code.replace(/\s+/g, '').replaceAll('"', "'")

export const propKind = memberKind({
  kind: 'prop',
  heading: 'Props',
  schema: propSchema,
  describe: describeProp,
  weightOfNew: (prop) => (prop.required ? 'breaking' : 'additive'),
  facets: [
    {
      name: 'type',
      title: 'A prop takes values of another type',
      show: ({ type }) => printType(type, true),
      isRead: ({ type }) => isReadType(type),
      isSame: (before, now) => isSameType(before.type, now.type),
      // what can only be read comes out: nobody gives it in
      weigh: (before, now) =>
        before.readonly && now.readonly
          ? weightOfOutput(before.type, now.type)
          : weightOfInput(before.type, now.type),
    },
    {
      name: 'required',
      title: 'A prop must be given, or need not',
      show: ({ required }) => (required ? 'required' : 'not required'),
      weigh: (_before, now) => (now.required ? 'breaking' : 'additive'),
    },
    {
      name: 'readonly',
      title: 'A prop can be set, or only read',
      show: ({ readonly }) => (readonly ? 'read only' : 'can be set'),
      weigh: (_before, now) => (now.readonly ? 'breaking' : 'additive'),
    },
    {
      name: 'attribute',
      title: 'A prop has another attribute',
      show: ({ attribute }) => attribute ?? 'no attribute',
      weigh: (before) => (before.attribute === undefined ? 'additive' : 'breaking'),
    },
    {
      name: 'reflects',
      title: 'A prop writes its attribute, or does not',
      show: ({ reflects }) => (reflects ? 'written to its attribute' : 'not written to its attribute'),
      weigh: (_before, now) => (now.reflects ? 'additive' : 'breaking'),
    },
    {
      name: 'bindable',
      title: 'A prop can be bound, or cannot',
      show: ({ bindable }) => (bindable ? 'bindable' : 'not bindable'),
      weigh: (_before, now) => (now.bindable ? 'additive' : 'breaking'),
    },
    {
      name: 'default',
      title: 'A prop has another default',
      show: ({ default: text }) => text ?? 'no default',
      isRead: ({ default: text, defaultValue }) => text === undefined || defaultValue !== undefined,
      // what is on or off is off where nothing says so
      isSame: (before, now) => (isOff(before) && isOff(now)) || isWrittenAlike(before.default, now.default),
      // a page that sets nothing looks otherwise than it did
      weigh: (before) => (before.default === undefined ? 'additive' : 'breaking'),
    },
  ],
})
