import { examplesSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { componentByTag } from '~~/server/store/components'
import { examplesOf } from '~~/server/store/examples'

/** The examples somebody kept of a component. */
export default route({
  access: 'reader',
  answer: examplesSchema,
  async handle({ db, library, params }) {
    const component = await componentByTag(db, library.id, params.tag!)
    if (!component)
      return fail(
        404,
        'no-component',
        `There is no <${params.tag}> in ${library.title}.`,
        'Look for it on the shelf.',
      )
    return examplesOf(db, component.id)
  },
})
