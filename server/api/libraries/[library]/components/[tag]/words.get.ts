import { z } from 'zod'
import { wordsListSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { componentByTag } from '~~/server/store/components'
import { wordsHistory, wordsOf } from '~~/server/store/words'

/** The words of a component; with `history`, every version of one member's. */
export default route({
  access: 'reader',
  answer: wordsListSchema,
  query: z.object({ history: z.string().optional() }),
  async handle({ db, library, params, query }) {
    const component = await componentByTag(db, library.id, params.tag!)
    if (!component)
      return fail(
        404,
        'no-component',
        `There is no <${params.tag}> in ${library.title}.`,
        'Look for it on the shelf.',
      )
    return query.history === undefined
      ? wordsOf(db, component.id)
      : wordsHistory(db, component.id, query.history)
  },
})
