import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { isId } from '~~/server/store/database'
import { revokeOwnToken } from '~~/server/store/registry-tokens'

export default route({
  access: 'person',
  answer: nothingSchema,
  async handle({ db, params, person }) {
    if (isId(params.id!) && (await revokeOwnToken(db, person.id, params.id!))) return {}
    return fail(
      404,
      'no-token',
      'There is no such token of yours that still works.',
      'Look at your list again.',
    )
  },
})
