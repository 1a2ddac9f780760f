import { z } from 'zod'
import { route } from '~~/server/auth/route'
import { publish } from '~~/server/release/publish'

export default route({
  access: 'maintainer',
  body: z.object({ version: z.string().max(100), channel: z.string().max(40), notes: z.string().max(50_000) }),
  handle: ({ db, library, body, person }) => publish(db, library, body, person.id),
})
