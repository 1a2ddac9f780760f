import { z } from 'zod'
import { wordsListSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { wordsHistory, wordsOf } from '~~/server/store/words'
import { componentKnown } from '~~/server/views/component'

/** The words of a component; with `history`, every version of one member's. */
export default route({
  access: 'reader',
  answer: wordsListSchema,
  query: z.object({ history: z.string().optional() }),
  async handle({ db, library, params, query }) {
    const component = await componentKnown(db, library, params.tag!)
    return query.history === undefined
      ? wordsOf(db, component.id)
      : wordsHistory(db, component.id, query.history)
  },
})
