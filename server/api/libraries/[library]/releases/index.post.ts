import { z } from 'zod'
import { publishedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { publish } from '~~/server/release/publish'

export default route({
  access: 'maintainer',
  limit: limits.body.text,
  answer: publishedSchema,
  body: z.object({
    version: z.string().max(100),
    channel: z.string().max(40),
    notes: z.string().max(50_000),
    reason: z.string().max(2000).optional(),
  }),
  handle: ({ db, library, body, person }) => publish(db, library, body, person.id),
})
