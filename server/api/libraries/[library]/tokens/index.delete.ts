import { z } from 'zod'
import { removedSchema, tokenPath } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { removeToken } from '~~/server/store/token-edits'
import { tokenUses } from '~~/server/views/renames'

/** Takes a token out of all themes, if nothing in the library uses it. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: removedSchema,
  body: z.object({ path: tokenPath }),
  async handle({ db, library, body: { path }, person }) {
    const { references, files, words, examples } = await tokenUses(db, library, path)
    if (references.length || files.length || words || examples)
      return fail(
        409,
        'token-used',
        `${path} is in use.`,
        'Have what uses it use another token first; or rename it, and all that uses it follows.',
      )
    const edits = await removeToken(db, library, path, person.id)
    if (edits.length) return { edits }
    return fail(404, 'no-token', `No theme gives a token ${path} itself.`, 'Look at the table again.')
  },
})
