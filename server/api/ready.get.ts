import { nothingSchema } from '~~/core/wire'
import { fail } from '../auth/failure'
import { route } from '../auth/route'
import { isReady } from '../readiness'

/** The process has begun, its database answers, and it is not ending: requests may be sent to it. */
export default route({
  access: 'anyone',
  answer: nothingSchema,
  async handle({ db }) {
    if (!isReady())
      return fail(
        503,
        'not-ready',
        'This process is starting, or ending.',
        'Ask another, or in a few seconds.',
      )
    await db.raw('select 1')
    return {}
  },
})
