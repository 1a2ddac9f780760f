import { z } from 'zod'
import { tokenPath, tokenUsesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { tokenUses } from '~~/server/views/renames'

/** What uses a token: others that refer to it, lines of the library's files, words and examples. */
export default route({
  access: 'reader',
  answer: tokenUsesSchema,
  query: z.object({ path: tokenPath }),
  handle: ({ db, library, query }) => tokenUses(db, library, query.path),
})
