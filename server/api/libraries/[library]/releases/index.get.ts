import { releasesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { releasesView } from '~~/server/views/desk'

export default route({
  access: 'reader',
  answer: releasesSchema,
  handle: ({ db, library }) => releasesView(db, library),
})
