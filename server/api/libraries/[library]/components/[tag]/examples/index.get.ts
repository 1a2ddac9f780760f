import { examplesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { examplesOf } from '~~/server/store/examples'
import { componentKnown } from '~~/server/views/component'

/** The examples somebody kept of a component. */
export default route({
  access: 'visitor',
  answer: examplesSchema,
  async handle({ db, library, params }) {
    const component = await componentKnown(db, library, params.tag!)
    return examplesOf(db, component.id)
  },
})
