import { begunSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { addJob } from '~~/server/store/jobs'
import { filesOfRevision } from '~~/server/store/sources'

/** Brings a revision back whole: all its files become the library again, as a new revision. */
export default route({
  access: 'contributor',
  answer: begunSchema,
  async handle({ db, library, params, person }) {
    const files = await filesOfRevision(db, library.id, params.number!)
    if (!files)
      return fail(
        404,
        'no-revision',
        `There is no revision ${params.number} of ${library.title}.`,
        'Choose one from the list.',
      )
    const job = await addJob(
      db,
      library.id,
      { note: `revision ${params.number} brought back`, files, removed: [], whole: true, aside: [] },
      person.id,
    )
    if (!job) return failBusy(library)
    await enqueue(job)
    return { job, problems: [] }
  },
})
