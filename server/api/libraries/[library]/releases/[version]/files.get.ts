import { releaseFilesSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { releaseFiles, releaseNamed } from '~~/server/store/releases'

/** What is in the package of a version. */
export default route({
  access: 'visitor',
  answer: releaseFilesSchema,
  async handle({ db, library, params }) {
    const release = await releaseNamed(db, library.id, params.version!)
    return release
      ? releaseFiles(db, release.id)
      : fail(
          404,
          'no-version',
          `${library.package} has no version ${params.version}.`,
          'Choose one that is published.',
        )
  },
})
