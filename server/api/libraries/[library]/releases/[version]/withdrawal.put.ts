import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { withdraw } from '~~/server/release/withdraw'

/** Withdraws a version, with what package clients say to whoever installs it; an empty message takes that back. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ message: z.string().trim().max(1000) }),
  async handle({ db, library, body, params, person }) {
    const versions = { [params.version!]: body.message }
    const withdrawn = await withdraw(db, library, versions, person.id, async () => {})
    return withdrawn.length
      ? {}
      : fail(
          404,
          'no-version',
          `${library.package} has no version ${params.version}.`,
          'Choose one that is published.',
        )
  },
})
