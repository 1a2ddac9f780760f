import { z } from 'zod'
import { route } from '~~/server/auth/route'
import { publicUrl } from '~~/server/config'
import { describeApi } from '~~/server/openapi'

/** What this API takes and answers, by OpenAPI 3.1. */
export default route({
  access: 'anyone',
  answer: z.record(z.string(), z.unknown()),
  handle: async () => {
    const { routes } = await import('#kept/routes')
    return describeApi(routes, publicUrl())
  },
})
