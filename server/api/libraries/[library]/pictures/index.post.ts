import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { noBrowser } from '~~/server/evidence/message'
import { browserVersion } from '~~/server/evidence/version'
import { settings } from '~~/server/config'
import { enqueueRun } from '~~/server/jobs/queue'
import { notify } from '~~/server/store/database'
import { forgetUnsettled, pictureRuns } from '~~/server/store/pictures'
import { comparedVersion } from '~~/server/views/pictures'

/** Has the pictures taken and compared that are not known yet, or came to nothing, beside a version. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  query: z.object({ version: z.string().max(100).optional() }),
  async handle({ db, library, query, person }) {
    if (!(await browserVersion())) {
      const { code, what, todo } = noBrowser(`${settings().CHROMIUM} is not there.`)
      return fail(422, code, what, todo)
    }
    const release = await comparedVersion(db, library, query.version)
    if (!release)
      return fail(
        422,
        'nothing-before',
        'There is no version to compare with yet.',
        'Publish one at the release desk first.',
      )
    const run = await pictureRuns.begin(db, library.id, { total: 0, version: release.version }, person.id)
    if (!run)
      return fail(
        409,
        'under-way',
        'Pictures are being taken already.',
        'Wait until that has ended, or stop it.',
      )
    await forgetUnsettled(db, library.id)
    await enqueueRun('pictures', library.id, run)
    await notify(db, { library: library.slug, what: 'pictures' })
    return {}
  },
})
