import { route } from '~~/server/auth/route'
import { shelfView } from '~~/server/views/library'

export default route({ access: 'reader', handle: ({ db, library }) => shelfView(db, library) })
