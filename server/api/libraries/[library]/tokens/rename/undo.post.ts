import { renameBegunSchema, renameSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { limits } from '~~/server/limits'
import { addJob } from '~~/server/store/jobs'
import { filesBefore, lastReplacement, takeReplacementBack } from '~~/server/store/replacements'

/**
 * Takes back that one token stands in another's place, with everything that followed. Where files of the
 * library did, that is a job.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: renameBegunSchema,
  body: renameSchema.pick({ from: true, to: true }),
  async handle({ db, library, body: { from, to }, person }) {
    const made = await lastReplacement(db, library.id, { replaced: from, replacement: to })
    if (!made)
      return fail(
        409,
        'nothing-to-undo',
        `${to} does not stand in the place of ${from}, or that was taken back before.`,
        'Look at the table again.',
      )
    const files = await filesBefore(db, library.current_revision, made)
    if (
      files?.length === 0 &&
      (await db.transaction((trx) => takeReplacementBack(trx, library, made, person.id)))
    )
      return { job: null }
    if (!files?.length)
      return fail(
        409,
        'tokens-changed',
        `The library was changed since ${to} took the place of ${from}.`,
        `Add ${from} again, and have what is to use it name it.`,
      )
    const note = `${from} is back`
    const job = await addJob(
      db,
      library.id,
      { note, files: [], removed: [], whole: false, aside: [], takeBack: made.id },
      person.id,
    )
    if (!job) return failBusy(library)
    await enqueue(job)
    return { job }
  },
})
