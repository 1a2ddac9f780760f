import { route } from '~~/server/auth/route'
import { startersOf } from '~~/server/store/examples'

/** The examples of a library that are offered to begin with. */
export default route({ access: 'reader', handle: ({ db, library }) => startersOf(db, library) })
