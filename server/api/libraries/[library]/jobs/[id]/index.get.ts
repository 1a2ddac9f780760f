import { jobSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { isId } from '~~/server/store/database'
import { job } from '~~/server/store/jobs'

export default route({
  access: 'reader',
  answer: jobSchema,
  token: 'publish',
  async handle({ db, library, params }) {
    const found = isId(params.id!) ? await job(db, params.id!) : undefined
    if (!found || found.library_id !== library.id)
      return fail(404, 'no-job', 'There is no such job here.', 'Go back to the shelf.')
    return {
      id: found.id,
      state: found.state,
      step: found.step,
      made_at: found.made_at,
      result: found.result,
    }
  },
})
