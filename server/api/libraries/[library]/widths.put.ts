import { z } from 'zod'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { notify } from '~~/server/store/database'
import { nameWidth, widthsOf } from '~~/server/store/widths'

const most = 24

/** Gives a width a name of the library's own; without a width the name is taken away. */
export default route({
  access: 'contributor',
  body: z.object({ name: z.string().trim().min(1).max(60), width: z.number().int().min(1).max(10_000).nullable() }),
  async handle({ db, library, body: { name, width }, person }) {
    if (width !== null) {
      const known = await widthsOf(db, library.id)
      if (known.length >= most && !known.some((one) => one.name === name)) return fail(422, 'too-many-widths', `${library.title} has ${most} named widths already.`, 'Take one of the names away first.')
    }
    await nameWidth(db, library.id, name, width, person.id)
    await notify(db, { library: library.slug, what: 'widths' })
    return {}
  },
})
