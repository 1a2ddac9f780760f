import { route } from '~~/server/auth/route'
import { libraryAnswer, libraryView } from '~~/server/views/library'

/** A library with its themes, its newest job and where it comes from. */
export default route({
  access: 'visitor',
  answer: libraryAnswer,
  handle: ({ db, library, role, isVisitor }) => libraryView(db, library, role, isVisitor),
})
