import { z } from 'zod'
import { wordsListSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { wordsHistory, wordsOf } from '~~/server/store/words'
import { componentKnown } from '~~/server/views/component'

/** The words of a component; with `history`, every version of one member's. */
export default route({
  access: 'visitor',
  answer: wordsListSchema,
  query: z.object({ history: z.string().optional() }),
  async handle({ db, library, params, query, isVisitor }) {
    const component = await componentKnown(db, library, params.tag!)
    // what was written before, and by whom, is for those with an account
    if (isVisitor) return (await wordsOf(db, component.id)).map((words) => ({ ...words, by: null }))
    return query.history === undefined
      ? wordsOf(db, component.id)
      : wordsHistory(db, component.id, query.history)
  },
})
