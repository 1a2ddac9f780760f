import { z } from 'zod'
import { weights } from '~~/core/contract/weight'
import { releaseRules } from '~~/core/release/rules/rules'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { setWeighing } from '~~/server/store/libraries'

/** Says what differences by a rule of the release desk count as here; `null` for what the rule itself says. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ rule: z.string().max(100), weight: z.enum(weights).nullable() }),
  handle({ db, library, body, person }) {
    if (!releaseRules.some(({ name }) => name === body.rule))
      return fail(404, 'no-rule', `There is no rule ${body.rule}.`, 'Look at the rules of the difference.')
    return db.transaction(async (trx) => {
      await setWeighing(trx, library.id, body.rule, body.weight)
      await record(trx, 'rule weighed', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'desk' })
      return {}
    })
  },
})
