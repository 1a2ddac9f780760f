import { z } from 'zod'
import { isGate } from '~~/core/release/gates/tried'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { dropGateWaiver, waiveGate } from '~~/server/store/desk'

/** Lets the next version pass a gate, with a reason; without one that is taken back. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ gate: z.string().max(100), reason: z.string().trim().max(2000) }),
  handle({ db, library, body, person }) {
    if (!isGate(body.gate))
      return fail(404, 'no-gate', `There is no gate ${body.gate}.`, 'Look at the gates of the release desk.')
    return db.transaction(async (trx) => {
      const isWaived = body.reason !== ''
      if (isWaived) await waiveGate(trx, library.id, body.gate, body.reason, person.id)
      else await dropGateWaiver(trx, library.id, body.gate)
      const act = isWaived ? 'gate waived' : 'gate waiver taken back'
      await record(trx, act, { library: library.id, person: person.id }, body)
      await notify(trx, { library: library.slug, what: 'desk' })
      return {}
    })
  },
})
