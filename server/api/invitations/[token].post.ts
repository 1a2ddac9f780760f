import { z } from 'zod'
import { joinedSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { join, openInvitation } from '~~/server/auth/invitation'
import { hashPassword } from '~~/server/auth/password'
import { addressOf, spendTry } from '~~/server/auth/rate-limit'
import { route } from '~~/server/auth/route'
import { beginSession, signedIn } from '~~/server/auth/session'
import { limits } from '~~/server/limits'
import { personByEmail } from '~~/server/store/people'

/** Takes an invitation up: as whoever is signed in, or with an account that is made with it. */
export default route({
  access: 'anyone',
  limit: limits.body.small,
  answer: joinedSchema,
  body: z.object({
    account: z
      .object({
        name: z.string().trim().min(1, 'a name is missing').max(100),
        email: z.email('that is no address').max(200),
        password: z.string().min(10, 'a password has ten characters or more').max(200),
      })
      .optional(),
  }),
  async handle({ event, db, params, body: { account } }) {
    const { library } = await openInvitation(db, params.token!)
    const known = account ? undefined : await signedIn(event, db)
    if (known) {
      await join(db, params.token!, known)
      return { slug: library.slug }
    }
    if (!account)
      return fail(401, 'not-signed-in', 'You are not signed in.', 'Sign in, or make an account here.')
    const giveBack = await spendTry(addressOf(event))
    if (await personByEmail(db, account.email))
      return fail(
        409,
        'known-address',
        'There is an account with that address.',
        'Sign in with it, and open the link once more.',
      )
    const made = { ...account, password: await hashPassword(account.password) }
    const { id } = await join(db, params.token!, made)
    // many who come from one office do not keep each other out
    await giveBack()
    await beginSession(event, db, id)
    return { slug: library.slug }
  },
})
