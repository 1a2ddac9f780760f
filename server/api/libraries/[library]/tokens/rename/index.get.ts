import { renamePlanSchema, renameSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { planRename, spokenWith } from '~~/server/views/renames'

/** Everything that would follow if a token got another path; or why it cannot get it. */
export default route({
  access: 'contributor',
  answer: renamePlanSchema,
  query: renameSchema,
  async handle({ db, library, query }) {
    const planned = await planRename(db, library, query)
    const { words, examples } = await spokenWith(db, library, planned)
    return {
      references: planned.references,
      changes: planned.changes,
      properties: planned.properties,
      files: planned.files.map(({ path, places }) => ({ path, places })),
      words: words.length,
      examples: examples.length,
    }
  },
})
