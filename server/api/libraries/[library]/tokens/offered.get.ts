import { z } from 'zod'
import { tokenPrefix } from '~~/core/release/package'
import { offeredSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { sourceFiles } from '~~/server/store/sources'
import { themesOf } from '~~/server/store/themes'

/**
 * Custom properties that the library's sheets set in one place, that of whole documents where none is said,
 * as the tokens that they could be in a theme.
 */
export default route({
  access: 'reader',
  answer: offeredSchema,
  query: z.object({ place: z.string().max(2000).default(''), into: z.string().max(80) }),
  async handle({ db, library, query: { place, into } }) {
    const themes = await themesOf(db, library.id)
    if (!themes.some(({ name }) => name === into))
      return fail(404, 'no-theme', `There is no theme ${into}.`, 'Choose one of the themes of this library.')
    const files = library.current_revision ? await sourceFiles(db, library.current_revision) : []
    const prefix = tokenPrefix(library.prefix)
    return inChild('offered', { files: [...files], themes, prefix, place, into }, library.id)
  },
})
