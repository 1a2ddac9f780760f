import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { setSizeBudget } from '~~/server/store/libraries'

/** Says how many bytes one component alone may take with gzip; nothing for as many as it does. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ bytes: z.number().int().min(100).max(100_000_000).nullable() }),
  handle: ({ db, library, body, person }) =>
    db.transaction(async (trx) => {
      await setSizeBudget(trx, library.id, body.bytes)
      await record(trx, 'size budget set', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'desk' })
      return {}
    }),
})
