import { tierRuleSchema } from '~~/core/check/tier-rule'
import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { setTierRule } from '~~/server/store/libraries'

/** Says what tokens of each tier are to refer to in this library. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: tierRuleSchema,
  handle: ({ db, library, body, person }) =>
    db.transaction(async (trx) => {
      await setTierRule(trx, library.id, body)
      await record(trx, 'tier rule changed', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'findings' })
      return {}
    }),
})
