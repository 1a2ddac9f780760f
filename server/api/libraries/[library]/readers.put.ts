import { z } from 'zod'
import { readersSchema } from '~~/core/readers'
import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { setReaders } from '~~/server/store/libraries'

/** Says who may read the library besides those who have a role in it. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ readers: readersSchema }),
  handle: ({ db, library, body, person }) =>
    db.transaction(async (trx) => {
      await setReaders(trx, library.id, body.readers)
      await record(trx, 'readers chosen', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'staff' })
      return {}
    }),
})
