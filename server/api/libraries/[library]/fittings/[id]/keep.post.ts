import { removedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { keepFitting } from '~~/server/views/fitting'

/** Keeps a fitting, whole. */
export default route({
  access: 'contributor',
  answer: removedSchema,
  handle: async ({ db, library, params, person }) => ({
    edits: await keepFitting(db, library, params.id!, person.id),
  }),
})
