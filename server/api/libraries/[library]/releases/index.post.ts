import { publishedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { beginPublishing, publishBodySchema, untilPublished } from '~~/server/release/begin'

/** Publishes what stands on the shelf, and answers once it is out. */
export default route({
  access: 'maintainer',
  limit: limits.body.text,
  answer: publishedSchema,
  body: publishBodySchema.omit({ rehearsal: true }),
  async handle({ db, library, body, person }) {
    const wish = { ...body, rehearsal: false }
    return untilPublished(db, library, await beginPublishing(db, library, wish, person.id))
  },
})
