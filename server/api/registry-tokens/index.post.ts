import { madeTokenSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { tokenWishOf, tokenWishSchema } from '~~/server/auth/token-wish'
import { limits } from '~~/server/limits'
import { addToken } from '~~/server/store/registry-tokens'

/** Makes a token for a package client. Its text is in this answer and nowhere else, ever again. */
export default route({
  access: 'person',
  limit: limits.body.small,
  answer: madeTokenSchema,
  body: tokenWishSchema,
  async handle({ db, body, person }) {
    const wish = await tokenWishOf(db, person, body)
    return db.transaction((trx) => addToken(trx, person.id, wish))
  },
})
