import { historyOf } from '~~/core/contract/changes'
import { historySchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { contractsOfComponent } from '~~/server/store/releases'

/** In which versions the component came, changed and went, the newest first. */
export default route({
  access: 'visitor',
  answer: historySchema,
  handle: async ({ db, library, params }) =>
    historyOf(await contractsOfComponent(db, library.id, params.tag!)),
})
