import { firstShowingSchema, nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { keepFirstShowing } from '~~/server/store/components'
import { componentNow, isBuiltTo } from '~~/server/views/component'

/**
 * Keeps the first way to show a component that was seen to show something, so that others see it at once. A
 * face that somebody chose stays.
 */
export default route({
  access: 'contributor',
  limit: limits.body.usage,
  answer: nothingSchema,
  body: firstShowingSchema,
  async handle({ db, library, params, body }) {
    const component = await componentNow(db, library, params.tag ?? '')
    if (!isBuiltTo(component, body.module))
      return fail(
        409,
        'other-now',
        'It is another than the one that was seen.',
        'Look at it again as it is now.',
      )
    await keepFirstShowing(db, component.id, component.build!.entry!, body.usage)
    return {}
  },
})
