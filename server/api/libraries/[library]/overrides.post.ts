import { z } from 'zod'
import { tokenPrefix } from '~~/core/release/package'
import { tokensByProperty } from '~~/core/tokens/themes'
import { overridesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { limits } from '~~/server/limits'
import { componentsOf } from '~~/server/store/components'
import { sourceFiles } from '~~/server/store/sources'
import { themesOf } from '~~/server/store/themes'

/** What in sheets of a page reaches deeper into the library's components than they offer. Nothing is kept. */
export default route({
  access: 'reader',
  limit: limits.body.tokens,
  answer: overridesSchema,
  body: z.object({
    files: z
      .array(z.object({ path: z.string().min(1).max(500), text: z.string().max(400_000) }))
      .min(1)
      .max(100),
  }),
  async handle({ db, library, body }) {
    const { prefix, current_revision: revision } = library
    const [files, components] = revision
      ? await Promise.all([sourceFiles(db, revision), componentsOf(db, revision)])
      : [[], []]
    const input = {
      page: body.files,
      files: [...files],
      contracts: components.map(({ contract }) => contract),
      prefix: tokenPrefix(prefix),
      tokens: [...tokensByProperty(await themesOf(db, library.id), tokenPrefix(prefix)).keys()],
    }
    return inChild('overrides', input, library.id)
  },
})
