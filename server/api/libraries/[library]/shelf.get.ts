import { z } from 'zod'
import { shelfSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { shelfView } from '~~/server/views/library'

/** What stands on the shelf, or one component of it. */
export default route({
  access: 'reader', answer: shelfSchema,
  query: z.object({ tag: z.string().max(300).optional() }),
  handle: ({ db, library, query }) => shelfView(db, library, query.tag),
})
