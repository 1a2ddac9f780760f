import { combinationsSchema } from '~~/core/variants/combination'
import { route } from '~~/server/auth/route'
import { combinationsOf } from '~~/server/store/combinations'
import { componentKnown } from '~~/server/views/component'
import { ofVersion, saidThen } from '~~/server/views/version-shelf'

/** Named variants of a component, and combinations that must not be used, now or when a version was made. */
export default route({
  access: 'visitor',
  answer: combinationsSchema,
  query: ofVersion,
  async handle({ db, library, params, query }) {
    const component = await componentKnown(db, library, params.tag!)
    const then = await saidThen(db, library, params.tag!, query.version)
    return then?.combinations ?? combinationsOf(db, component.id)
  },
})
