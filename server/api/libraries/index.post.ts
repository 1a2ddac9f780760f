import { z } from 'zod'
import { libraryMadeSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { brokenUnique } from '~~/server/store/database'
import { addLibrary } from '~~/server/store/libraries'
import { setRole } from '~~/server/store/people'
import { addTheme } from '~~/server/store/themes'

/** A new, empty library; whoever makes it keeps it. */
export default route({
  access: 'administrator',
  limit: limits.body.small,
  answer: libraryMadeSchema,
  body: z.object({
    slug: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'use lower case letters, digits and hyphens'),
    title: z.string().min(1).max(80),
    package: z
      .string()
      .regex(/^(@[a-z0-9~-][a-z0-9._~-]*\/)?[a-z0-9~-][a-z0-9._~-]*$/, 'this is not a package name'),
    prefix: z.string().regex(/^[a-z][a-z0-9]*-$/, 'letters and digits, with a hyphen at the end'),
    visibility: z.enum(['private', 'open']),
  }),
  async handle({ db, body, person }) {
    try {
      await db.transaction(async (trx) => {
        const library = await addLibrary(trx, body)
        await setRole(trx, library.id, person.id, 'maintainer')
        await addTheme(trx, library.id, { name: 'base', title: 'Base', on: null, document: {} }, 0)
        await record(trx, 'library made', { library: library.id, person: person.id }, { slug: body.slug })
      })
    } catch (error) {
      if (brokenUnique(error) !== undefined)
        fail(409, 'taken', 'There is a library with this address or package name already.', 'Choose another.')
      throw error
    }
    return { slug: body.slug }
  },
})
