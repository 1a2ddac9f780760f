import { allWordsSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { writtenMembers } from '~~/server/store/words'

/** All words of the library, for whoever looks for something in them. */
export default route({
  access: 'visitor',
  answer: allWordsSchema,
  handle: async ({ db, library }) =>
    [...(await writtenMembers(db, library.id))].flatMap(([tag, members]) =>
      [...members].map(([member, text]) => ({ tag, member, text })),
    ),
})
