import { route } from '~~/server/auth/route'
import { latestEdits, themesOf } from '~~/server/store/themes'
import { tokensAnswer } from '~~/server/views/library'

export default route({
  access: 'reader',
  answer: tokensAnswer,
  handle: async ({ db, library }) => ({
    themes: await themesOf(db, library.id),
    edits: await latestEdits(db, library.id),
  }),
})
