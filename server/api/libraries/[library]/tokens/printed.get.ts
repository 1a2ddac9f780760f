import { z } from 'zod'
import { printedFileSchema, printedListSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { themesOf } from '~~/server/store/themes'
import { tokenFilesOf } from '~~/server/views/css'

/** The files that tokens are printed to for the package, as they are now; or the text of one. */
export default route({
  access: 'reader',
  answer: z.union([printedFileSchema, printedListSchema]),
  query: z.object({ path: z.string().max(300).optional() }),
  async handle({ db, library, query }) {
    const files = await tokenFilesOf(library, await themesOf(db, library.id))
    if (query.path === undefined)
      return {
        files: files.map(({ path, says, content }) => ({ path, says, bytes: Buffer.byteLength(content) })),
      }
    const file = files.find(({ path }) => path === query.path)
    if (!file)
      return fail(
        404,
        'no-file',
        `Tokens are printed to no file ${query.path}.`,
        'Choose one of the files in the list.',
      )
    return { path: file.path, text: file.content }
  },
})
