import { librarySchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { libraryView } from '~~/server/views/library'

export default route({ access: 'reader', answer: librarySchema, handle: ({ db, library, role }) => libraryView(db, library, role) })
