import { examplesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { examplesOf } from '~~/server/store/examples'
import { componentKnown } from '~~/server/views/component'
import { ofVersion, saidThen } from '~~/server/views/version-shelf'

/** The examples somebody kept of a component, now or when a version was made. */
export default route({
  access: 'visitor',
  answer: examplesSchema,
  query: ofVersion,
  async handle({ db, library, params, query }) {
    const component = await componentKnown(db, library, params.tag!)
    const then = await saidThen(db, library, params.tag!, query.version)
    return then?.examples ?? examplesOf(db, component.id)
  },
})
