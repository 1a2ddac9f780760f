import { z } from 'zod'
import { roleSchema } from '../roles'
import { moment } from './common'

// Who somebody is, and what they may.

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

export const tokenListSchema = z.array(
  z.object({
    id: z.string(),
    name: z.string(),
    scopes: z.array(z.enum(['read', 'publish'])),
    library: z.string().nullable(),
    made_at: moment,
    used_at: moment.nullable(),
    revoked_at: moment.nullable(),
    expires_at: moment.nullable(),
  }),
)

export const madeTokenSchema = z.object({ id: z.string(), text: z.string() })

/** A package client that asks for an access token. */
export const clientSignInSchema = z.object({ client: z.string(), address: z.string(), made_at: moment })

/** An invitation that nobody has taken up yet, without its link. */
export const invitationSchema = z.object({
  id: z.string(),
  role: roleSchema,
  /** Who is meant, in the words of whoever invites. */
  invited: z.string(),
  by: z.string().nullable(),
  expires_at: moment,
})
/** The link of an invitation, which is shown once. */
export const invitedSchema = z.object({ link: z.string() })
/** What somebody is invited to. */
export const invitationViewSchema = z.object({
  library: z.string(),
  slug: z.string(),
  role: roleSchema,
  by: z.string().nullable(),
})
export const joinedSchema = z.object({ slug: z.string() })

export const staffSchema = z.object({
  staff: z.array(personSchema.extend({ role: roleSchema })),
  others: z.array(personSchema),
  invitations: z.array(invitationSchema),
  trail: z.array(
    z.object({
      act: z.string(),
      detail: z.record(z.string(), z.unknown()),
      made_at: moment,
      name: z.string().nullable(),
    }),
  ),
})
