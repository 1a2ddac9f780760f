import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { checkPassword, hashPassword } from '~~/server/auth/password'
import { addressOf, spendTry } from '~~/server/auth/rate-limit'
import { route } from '~~/server/auth/route'
import { beginSession } from '~~/server/auth/session'
import { limits } from '~~/server/limits'
import { changePassword, passwordOf } from '~~/server/store/staff'

/** Gives oneself another password. Every session ends with it, and this one begins anew. */
export default route({
  access: 'person',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({
    now: z.string().min(1).max(200),
    next: z.string().min(10, 'a password has ten characters or more').max(200),
  }),
  async handle({ event, db, body, person }) {
    const giveBack = await spendTry(addressOf(event))
    if (!(await checkPassword(await passwordOf(db, person.id), body.now)))
      return fail(422, 'sign-in', 'That is not your password now.', 'Write the one you sign in with.')
    await giveBack()
    await changePassword(db, person.id, await hashPassword(body.next))
    await beginSession(event, db, person.id)
    return {}
  },
})
