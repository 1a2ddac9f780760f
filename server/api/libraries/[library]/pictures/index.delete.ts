import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { notify } from '~~/server/store/database'
import { pictureRuns } from '~~/server/store/pictures'

/** Stops the taking of pictures; those that were taken until then are kept. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  async handle({ db, library }) {
    const run = await pictureRuns.newest(db, library.id)
    if (!run || !(await pictureRuns.move(db, run.id, { state: 'cancelled' })))
      return fail(409, 'ended', 'It had ended already.', 'Look at the pictures.')
    await notify(db, { library: library.slug, what: 'pictures' })
    return {}
  },
})
