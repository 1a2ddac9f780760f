import { z } from 'zod'
import { readFromSchema } from '~~/core/read/read-from'
import { begunSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { readAgain } from '~~/server/jobs/read-again'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { setReadFrom } from '~~/server/store/libraries'

/**
 * Chooses what is read of a library that holds both its source and what was built from it, and reads it so.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: begunSchema,
  body: z.object({ from: readFromSchema.nullable() }),
  async handle({ db, library, body: { from }, person }) {
    if (library.current_revision === null)
      return fail(
        409,
        'nothing-to-read',
        `There is no source of ${library.title} yet.`,
        'Bring some in first; what is read of it can be chosen then.',
      )
    const job = await db.transaction(async (trx) => {
      const note =
        from === null ? 'read again' : from === 'built' ? 'read from what was built' : 'read from source'
      const begun = await readAgain(trx, library, note, person.id)
      if (!begun) return undefined
      await setReadFrom(trx, library.id, from)
      await record(trx, 'reading chosen', { library: library.id, person: person.id }, { from })
      return begun
    })
    if (!job) return failBusy(library)
    await enqueue(job)
    return { job, problems: [] }
  },
})
