import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { leaveSession } from '~~/server/auth/session'

/** Ends the session, wherever else its cookie may be. */
export default route({
  access: 'anyone',
  answer: nothingSchema,
  async handle({ event, db }) {
    await leaveSession(event, db)
    return {}
  },
})
