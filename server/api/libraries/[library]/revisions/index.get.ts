import { revisionsSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { revisionsOf } from '~~/server/store/sources'

/** The newest revisions of a library's source. */
export default route({
  access: 'reader',
  answer: revisionsSchema,
  handle: ({ db, library }) => revisionsOf(db, library),
})
