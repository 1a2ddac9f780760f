import { attemptBegunSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { beginPublishing, publishBodySchema } from '~~/server/release/begin'

/** Begins to publish what stands on the shelf, or to try out what would come of it. */
export default route({
  access: 'maintainer',
  limit: limits.body.text,
  answer: attemptBegunSchema,
  body: publishBodySchema,
  handle: async ({ db, library, body, person }) => ({
    id: await beginPublishing(db, library, body, person.id),
  }),
})
