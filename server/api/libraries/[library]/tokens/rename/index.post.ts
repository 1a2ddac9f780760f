import { renameBegunSchema, renameSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { limits } from '~~/server/limits'
import { addJob } from '~~/server/store/jobs'
import { writeRename } from '~~/server/store/renames'
import { planRename } from '~~/server/views/renames'

/**
 * Gives a token another path, or another token its place, and has all that names it follow. Where files of
 * the library do, that is a job, which reads and builds them and writes everything in one; otherwise it is
 * done at once.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: renameBegunSchema,
  body: renameSchema,
  async handle({ db, library, body, person }) {
    const planned = await planRename(db, library, body)
    if (planned.files.length === 0) {
      if (await db.transaction((trx) => writeRename(trx, library, planned, person.id))) return { job: null }
      return fail(
        409,
        'tokens-changed',
        'Somebody changed a theme while this was worked out.',
        'Look at the places as they are now, and rename it again.',
      )
    }
    const note = body.into ? `${body.to} in place of ${body.from}` : `${body.from} is ${body.to} now`
    const job = await addJob(
      db,
      library.id,
      { note, files: [], removed: [], whole: false, aside: [], rename: body },
      person.id,
    )
    if (!job) return failBusy(library)
    await enqueue(job)
    return { job }
  },
})
