import { tokenPurposesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { usedForOf } from '~~/server/views/findings'

/** What the sheets of the library use each token for. */
export default route({
  access: 'reader',
  answer: tokenPurposesSchema,
  handle: ({ db, library }) => usedForOf(db, library),
})
