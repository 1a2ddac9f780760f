import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { notify } from '~~/server/store/database'
import { endJob, job } from '~~/server/store/jobs'

export default route({
  access: 'contributor',
  async handle({ db, library, params }) {
    const found = /^[0-9a-f-]{36}$/.test(params.id!) ? await job(db, params.id!) : undefined
    if (!found || found.library_id !== library.id) return fail(404, 'no-job', 'There is no such job here.', 'Go back to the shelf.')
    if (!(await endJob(db, found.id, 'cancelled'))) return fail(409, 'ended', 'It had ended already.', 'Look at its result.')
    await notify(db, { library: library.slug, what: 'job', job: found.id })
    return {}
  },
})
