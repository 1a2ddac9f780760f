import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { roleOf } from '~~/server/store/people'
import { changeRole } from '~~/server/store/staff'

/** Leaves the staff of a library; every session of whoever leaves ends, as for anybody who is taken off it. */
export default route({
  access: 'reader',
  answer: nothingSchema,
  async handle({ db, library, person }) {
    if (!(await roleOf(db, library.id, person.id)))
      return fail(
        409,
        'not-on-staff',
        'You are not on the staff of this library.',
        'There is nothing to leave.',
      )
    if ((await changeRole(db, library, person.id, null, person.id)) === 'changed') return {}
    return fail(
      409,
      'last-maintainer',
      'A library needs a maintainer, and you are the last one.',
      'Make somebody else maintainer first.',
    )
  },
})
