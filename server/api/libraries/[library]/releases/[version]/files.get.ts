import { releaseFilesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { releaseFiles } from '~~/server/store/releases'
import { versionNamed } from '~~/server/views/version-shelf'

/** What is in the package of a version. */
export default route({
  access: 'visitor',
  answer: releaseFilesSchema,
  handle: async ({ db, library, params }) =>
    releaseFiles(db, (await versionNamed(db, library, params.version!)).id),
})
