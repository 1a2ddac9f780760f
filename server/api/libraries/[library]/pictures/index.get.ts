import { z } from 'zod'
import { picturesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { picturesView } from '~~/server/views/pictures'

/** How every component looks beside a version, and what was said of each change. */
export default route({
  access: 'reader',
  answer: picturesSchema,
  query: z.object({ version: z.string().max(100).optional() }),
  handle: ({ db, library, query }) => picturesView(db, library, query.version),
})
