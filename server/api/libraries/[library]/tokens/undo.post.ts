import { z } from 'zod'
import { undoneSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { undoEdit } from '~~/server/store/token-edits'

/** Takes one edit of tokens back, by its number. A whole file is taken back by whoever may bring one in. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: undoneSchema,
  body: z.object({ edit: z.string().regex(/^\d{1,18}$/, 'the number of an edit') }),
  async handle({ db, library, body, person, role }) {
    const undone = await undoEdit(db, library, body.edit, role === 'maintainer', person.id)
    switch (undone.is) {
      case 'undone':
        return { theme: undone.theme, path: undone.path }
      case 'none':
        return fail(
          409,
          'nothing-to-undo',
          'There is no such change, or it was taken back before.',
          'Look at the table again.',
        )
      case 'file':
        return fail(
          403,
          'role',
          'A whole token file is taken back by a maintainer.',
          'Ask a maintainer of the library.',
        )
      case 'changed':
        return fail(
          409,
          'tokens-changed',
          'Somebody changed it again since, so taking this back would take theirs away.',
          'Look at what is there now, and change that.',
          { theirs: undone.theirs },
        )
    }
  },
})
