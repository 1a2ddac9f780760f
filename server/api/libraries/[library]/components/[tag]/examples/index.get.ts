import { examplesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { examplesOf } from '~~/server/store/examples'
import { componentKnown } from '~~/server/views/component'
import { ofVersion, saidIfKept } from '~~/server/views/version-shelf'

/** The examples somebody kept of a component, now or when a version was made. */
export default route({
  access: 'visitor',
  answer: examplesSchema,
  query: ofVersion,
  async handle({ db, library, params, query }) {
    const component = await componentKnown(db, library, params.tag!)
    const said = await saidIfKept(db, library, query.version)
    return said ? (said.examples[params.tag!] ?? []) : examplesOf(db, component.id)
  },
})
