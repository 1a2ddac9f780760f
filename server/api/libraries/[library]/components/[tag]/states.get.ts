import { statesFoundSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { seenOf } from '~~/server/views/seen'

/** The states in which a component was seen, and which leads where. */
export default route({
  access: 'visitor',
  answer: statesFoundSchema,
  async handle({ db, library, params }) {
    const { component, seen } = await seenOf(db, library, params.tag!)
    const { seen: chart, ...rest } = seen.charts.last(component)
    return { chart, ...rest }
  },
})
