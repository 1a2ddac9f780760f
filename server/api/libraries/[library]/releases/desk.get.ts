import { z } from 'zod'
import { deskSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { deskView } from '~~/server/views/desk'

/** The release desk, with the shelf compared with a version: with what `latest` names where none is said. */
export default route({
  access: 'reader',
  answer: deskSchema,
  query: z.object({ from: z.string().max(100).optional() }),
  handle: ({ db, library, query }) => deskView(db, library, query.from),
})
