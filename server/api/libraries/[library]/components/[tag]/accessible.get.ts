import { accessibleSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { seenOf } from '~~/server/views/seen'

/** What a browser on the server told assistive technology of a component. */
export default route({
  access: 'visitor',
  answer: accessibleSchema,
  async handle({ db, library, params }) {
    const { component, seen } = await seenOf(db, library, params.tag!)
    const { seen: told, ...rest } = seen.told.last(component)
    return { told: told ?? [], ...rest }
  },
})
