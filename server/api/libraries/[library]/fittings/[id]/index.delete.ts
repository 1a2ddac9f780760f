import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { dropFitting } from '~~/server/store/fittings'
import { fittingKnown } from '~~/server/views/fitting'

/** Throws a fitting away, whole. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  handle: ({ db, library, params, person }) =>
    db.transaction(async (trx) => {
      const { id, name } = await fittingKnown(trx, library, params.id!)
      await dropFitting(trx, library.id, id)
      await record(trx, 'fitting deleted', { library: library.id, person: person.id }, { name })
      await notify(trx, { library: library.slug, what: 'fittings' })
      return {}
    }),
})
