import { z } from 'zod'
import { gateSettingSchema } from '~~/core/release/gates/gate'
import { isGate } from '~~/core/release/gates/tried'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { setGate } from '~~/server/store/libraries'

/** Says what a gate does where it does not hold. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ gate: z.string().max(100), setting: gateSettingSchema }),
  handle({ db, library, body, person }) {
    if (!isGate(body.gate))
      return fail(404, 'no-gate', `There is no gate ${body.gate}.`, 'Look at the gates of the release desk.')
    return db.transaction(async (trx) => {
      await setGate(trx, library.id, body.gate, body.setting)
      await record(trx, 'gate set', { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'desk' })
      return {}
    })
  },
})
