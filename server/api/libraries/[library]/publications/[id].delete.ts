import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { isId, notify } from '~~/server/store/database'
import { movePublication, publicationOf } from '~~/server/store/publications'

/** Stops an attempt to publish; once the version is out there is nothing to stop. */
export default route({
  access: 'maintainer',
  answer: nothingSchema,
  async handle({ db, library, params }) {
    const attempt = isId(params.id!) ? await publicationOf(db, library.id, params.id!) : undefined
    if (!attempt) return fail(404, 'no-attempt', 'There is no such attempt.', 'Look at the release desk.')
    if (!(await movePublication(db, attempt.id, { state: 'cancelled' })))
      return fail(409, 'ended', 'It had ended already.', 'Look at what came of it at the release desk.')
    await notify(db, { library: library.slug, what: 'publication' })
    return {}
  },
})
