import { z } from 'zod'
import { licencesSchema } from '~~/core/release/licences'
import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { setLicences } from '~~/server/store/libraries'

/** Says which licences what the package brings along may have; nothing for the usual ones. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ licences: licencesSchema.nullable() }),
  handle: ({ db, library, body, person }) =>
    db.transaction(async (trx) => {
      await setLicences(trx, library.id, body.licences)
      await record(trx, 'licences set', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'desk' })
      return {}
    }),
})
