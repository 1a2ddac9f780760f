import { getRequestIP } from 'h3'
import { z } from 'zod'
import { fail } from '~~/server/auth/failure'
import { checkPassword } from '~~/server/auth/password'
import { forgetTries, spendTry } from '~~/server/auth/rate-limit'
import { route } from '~~/server/auth/route'
import { beginSession } from '~~/server/auth/session'
import { record } from '~~/server/store/audit'
import { personByEmail } from '~~/server/store/people'

export default route({
  access: 'anyone',
  body: z.object({ email: z.string().min(1).max(200), password: z.string().min(1).max(200) }),
  async handle({ event, db, body }) {
    const email = body.email.trim().toLowerCase()
    const account = `account ${email}`
    await spendTry(account, `address ${getRequestIP(event) ?? 'unknown'}`)
    const found = await personByEmail(db, email)
    if (!(await checkPassword(found?.password, body.password)) || !found) {
      await record(db, 'sign-in refused', {}, { email })
      return fail(401, 'sign-in', 'That address and password do not go together.', 'Check both; after several tries there is a pause.')
    }
    await forgetTries(account, `address ${getRequestIP(event) ?? 'unknown'}`)
    await beginSession(event, found.id)
    await record(db, 'signed in', { person: found.id })
    return { id: found.id }
  },
})
