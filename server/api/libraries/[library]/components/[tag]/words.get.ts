import { z } from 'zod'
import { wordsListSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { wordsHistory, wordsOf } from '~~/server/store/words'
import { componentKnown } from '~~/server/views/component'
import { ofVersion, saidThen, wordsThen } from '~~/server/views/version-shelf'

/** The words of a component, now or when a version was made; with `history`, all that one member ever had. */
export default route({
  access: 'visitor',
  answer: wordsListSchema,
  query: ofVersion.extend({ history: z.string().optional() }),
  async handle({ db, library, params, query, isVisitor }) {
    const component = await componentKnown(db, library, params.tag!)
    const then = await saidThen(db, library, params.tag!, query.version)
    if (then) return wordsThen(then.words, then.made_at)
    // what was written before, and by whom, is for those with an account
    if (isVisitor) return (await wordsOf(db, component.id)).map((words) => ({ ...words, by: null }))
    return query.history === undefined
      ? wordsOf(db, component.id)
      : wordsHistory(db, component.id, query.history)
  },
})
