import { z } from 'zod'
import { route } from '~~/server/auth/route'
import { shelfAnswer, shelfView } from '~~/server/views/library'

/** What stands on the shelf, or one component of it. */
export default route({
  access: 'visitor',
  answer: shelfAnswer,
  query: z.object({ tag: z.string().max(300).optional() }),
  handle: ({ db, library, query }) => shelfView(db, library, query.tag),
})
