import { z } from 'zod'
import { signedInSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { checkPassword } from '~~/server/auth/password'
import { addressOf, countFailure, slowDown, spendTry } from '~~/server/auth/rate-limit'
import { route } from '~~/server/auth/route'
import { beginSession } from '~~/server/auth/session'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { personByEmail } from '~~/server/store/people'

/**
 * Signs in. Wrong passwords cost the address they come from its tries, and slow down the account; nobody can
 * lock another out.
 */
export default route({
  access: 'anyone',
  limit: limits.body.small,
  answer: signedInSchema,
  body: z.object({ email: z.string().min(1).max(200), password: z.string().min(1).max(200) }),
  async handle({ event, db, body }) {
    const email = body.email.trim().toLowerCase()
    const giveBack = await spendTry(addressOf(event))
    await slowDown(email)
    const found = await personByEmail(db, email)
    if (!(await checkPassword(found?.password, body.password)) || !found) {
      await countFailure(email)
      await record(db, 'sign-in refused', {}, { email })
      return fail(
        401,
        'sign-in',
        'That address and password do not go together.',
        'Check both; after several tries there is a pause.',
      )
    }
    await giveBack()
    await db.transaction(async (trx) => {
      await beginSession(event, trx, found.id)
      await record(trx, 'signed in', { person: found.id })
    })
    return { id: found.id }
  },
})
