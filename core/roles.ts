import { z } from 'zod'

/** What somebody is to a library, each with all that those after it may. */
export const roleSchema = z.enum(['maintainer', 'contributor', 'reader'])
export type Role = z.infer<typeof roleSchema>

const ranks: Record<Role, number> = { reader: 1, contributor: 2, maintainer: 3 }

/** Whether a role is enough for what takes another. */
export const isAtLeast = (role: Role, wanted: Role): boolean => ranks[role] >= ranks[wanted]
