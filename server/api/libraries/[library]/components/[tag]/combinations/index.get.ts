import { combinationsSchema } from '~~/core/variants/combination'
import { route } from '~~/server/auth/route'
import { combinationsOf } from '~~/server/store/combinations'
import { componentKnown } from '~~/server/views/component'

/** Named variants of a component, and combinations that must not be used. */
export default route({
  access: 'visitor',
  answer: combinationsSchema,
  handle: async ({ db, library, params }) =>
    combinationsOf(db, (await componentKnown(db, library, params.tag!)).id),
})
