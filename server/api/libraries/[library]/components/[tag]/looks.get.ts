import { looksSeenSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { seenOf } from '~~/server/views/seen'

/** How a component looks in every theme, with each of its variants. */
export default route({
  access: 'visitor',
  answer: looksSeenSchema,
  async handle({ db, library, params }) {
    const { component, seen } = await seenOf(db, library, params.tag!)
    const { seen: looks, ...rest } = seen.looks.last(component)
    return { looks, ...rest }
  },
})
