import { providedFor } from '~~/core/provisions'
import { accessibleSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { componentsOf } from '~~/server/store/components'
import { provisionsOf } from '~~/server/store/provisions'
import { examplesToTell, keptTold, toldKey } from '~~/server/store/told'
import { failWithout } from '~~/server/views/component'

/** What a browser on the server told assistive technology of a component. */
export default route({
  access: 'reader',
  answer: accessibleSchema,
  async handle({ db, library, params }) {
    const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
    const component = components.find(({ tag }) => tag === params.tag)
    if (!component) return failWithout(library, params.tag!)
    const [kept, examples, provisions] = await Promise.all([
      keptTold(db, [component]),
      examplesToTell(db, [component]),
      provisionsOf(db, library.id),
    ])
    const found = kept.get(component.id)
    const provided = providedFor(provisions, component.tag)
    const key = toldKey(component, library.prefix, examples.get(component.id) ?? [], provided)
    return { told: found?.told ?? [], current: found?.key === key, made_at: found?.made_at ?? null }
  },
})
