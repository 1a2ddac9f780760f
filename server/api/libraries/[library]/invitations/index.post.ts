import { z } from 'zod'
import { roleSchema } from '~~/core/roles'
import { invitedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { publicUrl } from '~~/server/config'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { addInvitation } from '~~/server/store/invitations'

/** Invites somebody to the staff: answers a link that works once, and is shown now only. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: invitedSchema,
  body: z.object({
    role: roleSchema,
    invited: z.string().trim().min(1, 'say who is meant').max(100),
  }),
  handle: ({ db, library, body, person }) =>
    db.transaction(async (trx) => {
      const token = await addInvitation(trx, { ...body, library: library.id, by: person.id })
      await record(trx, 'person invited', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'staff' })
      return { link: publicUrl(`/join/${token}`) }
    }),
})
