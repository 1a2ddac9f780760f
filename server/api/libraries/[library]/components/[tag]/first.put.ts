import { firstShowingSchema, nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { componentsOf, keepFirstShowing } from '~~/server/store/components'

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
    const component = library.current_revision
      ? (await componentsOf(db, library.current_revision)).find((component) => component.tag === params.tag)
      : undefined
    if (!component)
      return fail(
        404,
        'no-component',
        `There is no <${params.tag}> in ${library.title}.`,
        'Look for it on the shelf.',
      )
    const { build } = component
    if (!build?.build || body.module !== `/m/${build.build}/${build.entry}`)
      return fail(
        409,
        'other-now',
        'It is another than the one that was seen.',
        'Look at it again as it is now.',
      )
    await keepFirstShowing(db, component.id, build.entry!, body.usage)
    return {}
  },
})
