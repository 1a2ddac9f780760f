import { z } from 'zod'
import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { moveChannel } from '~~/server/release/channels'

/** Has a channel name another version, or makes it. */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ version: z.string().max(100) }),
  async handle({ db, library, body, params, person }) {
    const moved = { channel: params.channel!, version: body.version }
    await moveChannel(db, library, moved, { person: person.id, stillMay: async () => {} })
    return {}
  },
})
