import { route } from '~~/server/auth/route'
import { themesOf } from '~~/server/store/themes'
import { latestEdits } from '~~/server/store/token-edits'
import { tokensAnswer } from '~~/server/views/library'

export default route({
  access: 'reader',
  answer: tokensAnswer,
  handle: async ({ db, library }) => ({
    themes: await themesOf(db, library.id),
    edits: await latestEdits(db, library.id),
  }),
})
