import { z } from 'zod'
import { onlySchema } from '~~/core/evidence/only'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { enqueueRun } from '~~/server/jobs/queue'
import { componentsOf } from '~~/server/store/components'
import { notify } from '~~/server/store/database'
import { evidenceRuns } from '~~/server/store/evidence'

/**
 * Has every component tried in a browser on the server, as far as nothing is known of it as it is now; the
 * one that somebody waits for before the others. It may be kept to one kind of what is seen.
 */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  query: z.object({ first: z.string().max(300).optional(), only: onlySchema.optional() }),
  async handle({ db, library, query, person }) {
    const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
    if (components.length === 0)
      return fail(422, 'nothing-there', 'There is nothing on the shelf to try.', 'Bring in source first.')
    const run = await evidenceRuns.begin(
      db,
      library.id,
      { total: components.length, first: query.first ?? null, kept_to: query.only ?? null },
      person.id,
    )
    if (!run)
      return fail(
        409,
        'under-way',
        'The components are being tried already.',
        'Wait until that has ended, or stop it.',
      )
    await enqueueRun('evidence', library.id, run)
    await notify(db, { library: library.slug, what: 'evidence' })
    return {}
  },
})
