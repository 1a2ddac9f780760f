import { newWaiverSchema } from '~~/core/check/waiver'
import { madeSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { countWaivers, keepWaiver } from '~~/server/store/waivers'
import { contrastFindingsOf } from '~~/server/views/contrast'
import { findingsOf } from '~~/server/views/findings'

/** Lets a finding stand, with a reason. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: madeSchema,
  body: newWaiverSchema,
  async handle({ db, library, body, person }) {
    const findings =
      body.rule === 'contrast' ? await contrastFindingsOf(db, library) : await findingsOf(db, library)
    if (!findings.some(({ rule, about }) => rule === body.rule && about === body.about))
      return fail(
        409,
        'no-finding',
        'There is no such finding any more.',
        'Look at the findings as they are now.',
      )
    return db.transaction(async (trx) => {
      if ((await countWaivers(trx, library.id)) >= limits.library.waivers)
        return fail(
          409,
          'too-many',
          `A library has at most ${limits.library.waivers} waivers.`,
          'Take back those that do not apply any more.',
        )
      const kept = await keepWaiver(trx, library.id, body, person.id)
      await record(trx, 'finding waived', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'findings' })
      return kept
    })
  },
})
