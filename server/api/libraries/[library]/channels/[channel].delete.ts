import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { removeChannel } from '~~/server/release/channels'

/** Takes a channel away; the version it names stays. */
export default route({
  access: 'maintainer',
  answer: nothingSchema,
  async handle({ db, library, params, person }) {
    await removeChannel(db, library, params.channel!, { person: person.id, stillMay: async () => {} })
    return {}
  },
})
