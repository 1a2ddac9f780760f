import { tokenListSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { tokensOf } from '~~/server/store/registry-tokens'

export default route({
  access: 'person',
  answer: tokenListSchema,
  handle: ({ db, person }) => tokensOf(db, person.id),
})
