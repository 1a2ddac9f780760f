import { z } from 'zod'
import { sourceFileSchema, sourceListSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { revision, sourceFile, sourcePaths } from '~~/server/store/sources'

/** The library's files by path, or the text of one. */
export default route({
  access: 'reader',
  answer: z.union([sourceFileSchema, sourceListSchema]),
  query: z.object({ path: z.string().optional() }),
  async handle({ db, library, query }) {
    if (!library.current_revision) return { paths: [] }
    if (query.path === undefined) return { paths: await sourcePaths(db, library.current_revision) }
    const text = await sourceFile(db, library.current_revision, query.path)
    if (text === undefined)
      return fail(
        404,
        'no-file',
        `There is no file ${query.path} in ${library.title}.`,
        'It may have been renamed; look through the list.',
      )
    return { path: query.path, text, revision: (await revision(db, library.current_revision))!.number }
  },
})
