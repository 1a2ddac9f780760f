import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { nameWidth } from '~~/server/store/widths'

/** Gives a width a name of the library's own; without a width the name is taken away. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({
    name: z.string().trim().min(1).max(60),
    width: z.number().int().min(1).max(10_000).nullable(),
  }),
  async handle({ db, library, body: { name, width }, person }) {
    const most = limits.library.widths
    if (await nameWidth(db, library, name, width, person.id, most)) return {}
    return fail(
      422,
      'too-many-widths',
      `${library.title} has ${most} named widths already.`,
      'Take one of the names away first.',
    )
  },
})
