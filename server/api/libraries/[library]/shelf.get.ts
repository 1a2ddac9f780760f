import { shelfSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { shelfView } from '~~/server/views/library'

export default route({ access: 'reader', answer: shelfSchema, handle: ({ db, library }) => shelfView(db, library) })
