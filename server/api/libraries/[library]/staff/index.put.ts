import { z } from 'zod'
import { roleSchema } from '~~/core/roles'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { personById } from '~~/server/store/people'
import { changeRole } from '~~/server/store/staff'

/** Gives somebody a role in the library, or takes it from them. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ person: z.uuid(), role: roleSchema.nullable() }),
  async handle({ db, library, body, person }) {
    if (!(await personById(db, body.person)))
      return fail(404, 'no-person', 'There is no such person.', 'Choose somebody from the list.')
    if ((await changeRole(db, library, body.person, body.role, person.id)) === 'changed') return {}
    return fail(
      409,
      'last-maintainer',
      'A library needs a maintainer, and this is the last one.',
      'Make somebody else maintainer first.',
    )
  },
})
