import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { endedSignIn, openSignIn } from '~~/server/auth/client-sign-in'
import { route } from '~~/server/auth/route'
import { tokenWishOf, tokenWishSchema } from '~~/server/auth/token-wish'
import { limits } from '~~/server/limits'
import { answerSignIn } from '~~/server/store/client-sign-ins'

/** Allows a package client an access token, or refuses it one; the first answer counts. */
export default route({
  access: 'person',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ token: tokenWishSchema.nullable() }),
  async handle({ db, params, person, body }) {
    const { id } = await openSignIn(db, params.link!)
    const answer = body.token
      ? { person: person.id, token: await tokenWishOf(db, person, body.token) }
      : undefined
    return (await answerSignIn(db, id, answer)) ? {} : endedSignIn()
  },
})
