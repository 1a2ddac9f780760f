import { z } from 'zod'
import { madeTokenSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { libraryBySlug } from '~~/server/store/libraries'
import { roleOf } from '~~/server/store/people'
import { addToken } from '~~/server/store/registry-tokens'

/** Makes a token for a package client. Its text is in this answer and nowhere else, ever again. */
export default route({
  access: 'person',
  limit: limits.body.small,
  answer: madeTokenSchema,
  body: z.object({
    name: z.string().trim().min(1, 'give it a name').max(80),
    scopes: z.array(z.enum(['read', 'publish'])).min(1),
    library: z.string().nullable(),
    /** How many days it works; none for as long as it is not revoked. */
    days: z.number().int().min(1).max(3650).nullable().default(null),
  }),
  async handle({ db, body, person }) {
    const library = body.library === null ? undefined : await libraryBySlug(db, body.library)
    if (
      body.library !== null &&
      (!library || !(person.administrator || (await roleOf(db, library.id, person.id))))
    ) {
      return fail(
        404,
        'no-library',
        `There is no library “${body.library}” that you can see.`,
        'Choose one of yours, or all.',
      )
    }
    return db.transaction(async (trx) => {
      const made = await addToken(trx, person.id, {
        name: body.name,
        scopes: body.scopes,
        library: library?.id ?? null,
        days: body.days,
      })
      await record(
        trx,
        'token made',
        { person: person.id, library: library?.id },
        { name: body.name, scopes: body.scopes },
      )
      return made
    })
  },
})
