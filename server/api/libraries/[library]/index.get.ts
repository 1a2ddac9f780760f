import { route } from '~~/server/auth/route'
import { libraryView } from '~~/server/views/library'

export default route({ access: 'reader', handle: ({ db, library, role }) => libraryView(db, library, role) })
