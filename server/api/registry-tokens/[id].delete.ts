import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { revokeToken } from '~~/server/store/registry-tokens'

export default route({
  access: 'person',
  async handle({ db, params, person }) {
    if (!/^[0-9a-f-]{36}$/.test(params.id!) || !(await revokeToken(db, person.id, params.id!))) return fail(404, 'no-token', 'There is no such token of yours that still works.', 'Look at your list again.')
    await record(db, 'token revoked', { person: person.id }, { token: params.id })
    return {}
  },
})
