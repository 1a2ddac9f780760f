import { startersSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { startersOf } from '~~/server/store/examples'

/** The examples of a library that are offered to begin with. */
export default route({
  access: 'reader',
  answer: startersSchema,
  handle: ({ db, library }) => startersOf(db, library),
})
