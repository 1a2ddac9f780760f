import { packageViewSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { packageView } from '~~/server/views/package'

/** The package that the shelf would make now, file by file; nothing is published. */
export default route({
  access: 'contributor',
  answer: packageViewSchema,
  handle: ({ db, library }) => packageView(db, library),
})
