import { z } from 'zod'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { personById, rolesIn, setRole } from '~~/server/store/people'

export default route({
  access: 'maintainer',
  body: z.object({ person: z.uuid(), role: z.enum(['maintainer', 'contributor', 'reader']).nullable() }),
  async handle({ db, library, body, person }) {
    if (!(await personById(db, body.person))) return fail(404, 'no-person', 'There is no such person.', 'Choose somebody from the list.')
    const maintainers = (await rolesIn(db, library.id)).filter((one) => one.role === 'maintainer')
    if (body.role !== 'maintainer' && maintainers.length === 1 && maintainers[0]!.id === body.person) {
      return fail(409, 'last-maintainer', 'A library needs a maintainer, and this is the last one.', 'Make somebody else maintainer first.')
    }
    await db.transaction(async (trx) => {
      await setRole(trx, library.id, body.person, body.role)
      await record(trx, 'role given', { library: library.id, person: person.id }, { to: body.person, role: body.role })
      await notify(trx, { library: library.slug, what: 'staff' })
    })
    return {}
  },
})
