import { statesFoundSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { seenOf } from '~~/server/views/seen'

/** The states in which a component was seen, and which leads where. */
export default route({
  access: 'reader',
  answer: statesFoundSchema,
  async handle({ db, library, params }) {
    const { component, seen } = await seenOf(db, library, params.tag!)
    const found = seen.chartOf(component)
    return {
      chart: found?.chart ?? null,
      current: seen.isCharted(component),
      made_at: found?.made_at ?? null,
    }
  },
})
