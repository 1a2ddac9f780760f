import { setResponseHeader } from 'h3'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { imageOf } from '~~/server/store/pictures'

/** The file of a picture; it never changes under its hash. */
export default route({
  access: 'reader',
  answer: 'image/png',
  async handle({ event, db, library, params }) {
    const file = await imageOf(db, library.id, params.hash!)
    if (!file)
      return fail(
        404,
        'no-picture',
        'There is no such picture.',
        'Pictures that nobody asks for go after a month. Have them taken anew.',
      )
    setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
    return file
  },
})
