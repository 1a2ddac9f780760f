import { route } from '~~/server/auth/route'
import { releasesView } from '~~/server/views/library'

export default route({ access: 'reader', handle: ({ db, library }) => releasesView(db, library) })
