import { z } from 'zod'
import { label, memberFields } from './member'
import { printType, typeSchema } from './type'

/**
 * A prop: a public field or accessor of the component, with the attribute that feeds it.
 * `default` is source text as a person would write it; `defaultValue` its value where that is plain
 * JSON. `reflects` means that setting the prop writes the attribute.
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
})
export type Prop = z.infer<typeof propSchema>

/** The line under a prop's name: type and default. */
export const describeProp = (prop: Prop): string =>
  label(
    printType(prop.type),
    prop.default ?? (prop.required ? 'required' : prop.readonly ? undefined : 'none'),
    prop.readonly && 'read only',
  )
