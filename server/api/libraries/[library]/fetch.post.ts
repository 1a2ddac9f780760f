import { z } from 'zod'
import { gitOriginSchema, originTitle, packageOriginSchema } from '~~/core/origin'
import { begunSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { seal } from '~~/server/auth/sealed'
import { judgeAddress } from '~~/server/bring/git'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { limits } from '~~/server/limits'
import { addJob } from '~~/server/store/jobs'
import { originOf } from '~~/server/store/libraries'

const secret = { user: z.string().max(200).default(''), password: z.string().max(2000).default('') }

/**
 * Brings source in from a Git repository or as a package, or from where it came last time. The job fetches
 * it; a secret is used once.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: begunSchema,
  body: z.discriminatedUnion('is', [
    gitOriginSchema.extend(secret),
    packageOriginSchema,
    z.object({ is: z.literal('again'), ...secret }),
  ]),
  async handle({ db, library, body, person }) {
    const { user, password, ...given } = { user: '', password: '', ...body }
    const origin = given.is === 'again' ? await originOf(db, library.id) : given
    if (!origin)
      return fail(
        409,
        'no-origin',
        'This library did not come from elsewhere.',
        'Bring in a folder or an archive, or name a repository.',
      )
    if (origin.is === 'git') await judgeAddress(origin.address)
    const job = await addJob(
      db,
      library.id,
      {
        note: `from ${originTitle(origin)}`,
        files: [],
        removed: [],
        whole: true,
        aside: [],
        origin,
        ...(password ? { secret: seal(JSON.stringify({ user, password })) } : {}),
      },
      person.id,
    )
    if (!job) return failBusy(library)
    await enqueue(job)
    return { job, problems: [] }
  },
})
