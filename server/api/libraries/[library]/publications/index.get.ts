import { publicationsSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { publicationsOf } from '~~/server/store/publications'

/** The newest attempts to publish, each with what came of every step. */
export default route({
  access: 'contributor',
  answer: publicationsSchema,
  handle: ({ db, library }) => publicationsOf(db, library.id),
})
