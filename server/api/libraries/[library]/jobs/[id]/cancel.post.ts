import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { isId, notify } from '~~/server/store/database'
import { endJob, job } from '~~/server/store/jobs'

export default route({
  access: 'contributor',
  answer: nothingSchema,
  async handle({ db, library, params, person }) {
    const found = isId(params.id!) ? await job(db, params.id!) : undefined
    if (!found || found.library_id !== library.id)
      return fail(404, 'no-job', 'There is no such job here.', 'Go back to the shelf.')
    return db.transaction(async (trx) => {
      if (!(await endJob(trx, found.id, 'cancelled')))
        return fail(409, 'ended', 'It had ended already.', 'Look at its result.')
      await record(
        trx,
        'bringing in cancelled',
        { library: library.id, person: person.id },
        { job: found.id },
      )
      await notify(trx, { library: library.slug, what: 'job', job: found.id })
      return {}
    })
  },
})
