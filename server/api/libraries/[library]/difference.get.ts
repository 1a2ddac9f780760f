import { z } from 'zod'
import { differenceSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { differenceView } from '~~/server/views/difference'

/** How a version, or the shelf where none is said, differs from a version of the desk. */
export default route({
  access: 'reader',
  answer: differenceSchema,
  query: z.object({ from: z.string().max(100).optional(), to: z.string().max(100).optional() }),
  handle: ({ db, library, query }) => differenceView(db, library, query),
})
