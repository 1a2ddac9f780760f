import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { notify } from '~~/server/store/database'
import { undoTokens } from '~~/server/store/themes'

export default route({
  access: 'contributor',
  async handle({ db, library }) {
    const undone = await undoTokens(db, library.id)
    if (!undone) return fail(409, 'nothing-to-undo', 'There is no change to take back.', 'Change a token first.')
    await notify(db, { library: library.slug, what: 'tokens' })
    return undone
  },
})
