import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { notify } from '~~/server/store/database'
import { evidenceRuns } from '~~/server/store/evidence'

/** Stops the trial of the library; what was seen until then is kept. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  async handle({ db, library }) {
    const run = await evidenceRuns.newest(db, library.id)
    if (!run || !(await evidenceRuns.move(db, run.id, { state: 'cancelled' })))
      return fail(409, 'ended', 'It had ended already.', 'Look at what was seen.')
    await notify(db, { library: library.slug, what: 'evidence' })
    return {}
  },
})
