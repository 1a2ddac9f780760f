import { librariesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { librariesFor } from '~~/server/store/libraries'

export default route({
  access: 'person',
  answer: librariesSchema,
  handle: async ({ db, person }) =>
    (await librariesFor(db, person)).map((library) => ({
      slug: library.slug,
      title: library.title,
      package: library.package,
      visibility: library.visibility,
    })),
})
