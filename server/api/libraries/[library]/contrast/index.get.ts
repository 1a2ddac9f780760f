import { contrastSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { contrastOf } from '~~/server/views/contrast'

/** Which colours were seen on one another in the library, and how they read. */
export default route({
  access: 'reader',
  answer: contrastSchema,
  handle: ({ db, library }) => contrastOf(db, library),
})
