import { route } from '~~/server/auth/route'
import { endSession } from '~~/server/auth/session'

export default route({ access: 'anyone', handle: ({ event }) => endSession(event) })
