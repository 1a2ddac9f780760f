import { route } from '~~/server/auth/route'
import { versionShelf, versionShelfAnswer } from '~~/server/views/version-shelf'

/** The shelf as it was when a version was made, with what it takes to render each component as it was. */
export default route({
  access: 'visitor',
  answer: versionShelfAnswer,
  handle: ({ db, library, params }) => versionShelf(db, library, params.version!),
})
