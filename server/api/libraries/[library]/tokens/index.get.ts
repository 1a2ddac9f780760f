import { tokensSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { latestEdits, themesOf } from '~~/server/store/themes'

export default route({
  access: 'reader', answer: tokensSchema,
  handle: async ({ db, library }) => ({ themes: await themesOf(db, library.id), edits: await latestEdits(db, library.id) }),
})
