import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { isId, notify } from '~~/server/store/database'
import { dropInvitation } from '~~/server/store/invitations'

/** Takes an invitation back: its link leads nowhere from now on. */
export default route({
  access: 'maintainer',
  answer: nothingSchema,
  handle: ({ db, library, params, person }) =>
    db.transaction(async (trx) => {
      if (!isId(params.id!) || !(await dropInvitation(trx, library.id, params.id!)))
        return fail(404, 'no-invitation', 'That invitation is not open any more.', 'Look at the list anew.')
      await record(trx, 'invitation taken back', { library: library.id, person: person.id })
      await notify(trx, { library: library.slug, what: 'staff' })
      return {}
    }),
})
