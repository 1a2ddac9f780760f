import { z } from 'zod'
import { madeSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { addFitting, fittingsOf } from '~~/server/store/fittings'

/** Begins a fitting: changes of tokens that are tried on everything before they are kept. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: madeSchema,
  body: z.object({ name: z.string().trim().min(1).max(60) }),
  handle: ({ db, library, body: { name }, person }) =>
    db.transaction(async (trx) => {
      const fittings = await fittingsOf(trx, library.id)
      if (fittings.length >= limits.library.fittings)
        return fail(
          409,
          'too-many',
          `A library has at most ${limits.library.fittings} fittings.`,
          'Save or delete one of them.',
        )
      const isThere = fittings.some((fitting) => fitting.name.toLowerCase() === name.toLowerCase())
      const id = isThere ? undefined : await addFitting(trx, library.id, name, person.id)
      if (id === undefined)
        return fail(409, 'fitting-there', `There is a fitting “${name}” already.`, 'Give it another name.')
      await record(trx, 'fitting begun', { library: library.id, person: person.id }, { name })
      await notify(trx, { library: library.slug, what: 'fittings' })
      return { id }
    }),
})
