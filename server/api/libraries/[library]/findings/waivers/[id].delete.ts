import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { isId, notify } from '~~/server/store/database'
import { dropWaiver } from '~~/server/store/waivers'

/** Takes a waiver back: its finding is told again. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  handle: ({ db, library, params, person }) =>
    db.transaction(async (trx) => {
      const dropped = isId(params.id!) ? await dropWaiver(trx, library.id, params.id!) : undefined
      if (!dropped)
        return fail(404, 'no-waiver', 'There is no such waiver.', 'Look at the findings as they are now.')
      await record(trx, 'waiver taken back', { library: library.id, person: person.id }, dropped)
      await notify(trx, { library: library.slug, what: 'findings' })
      return {}
    }),
})
