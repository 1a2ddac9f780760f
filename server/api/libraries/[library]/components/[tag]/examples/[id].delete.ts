import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { componentByTag } from '~~/server/store/components'
import { notify } from '~~/server/store/database'
import { dropExample } from '~~/server/store/examples'

/** Lets go of a kept example; the face stays. */
export default route({
  access: 'contributor',
  async handle({ db, library, params, person }) {
    const component = await componentByTag(db, library.id, params.tag!)
    if (!component || !/^[0-9a-f-]{36}$/.test(params.id!) || !(await dropExample(db, component.id, params.id!))) return fail(404, 'no-example', 'There is no such example, or it is the face.', 'Look at the guide again.')
    await record(db, 'example let go', { library: library.id, person: person.id }, { tag: params.tag, id: params.id })
    await notify(db, { library: library.slug, what: 'words', tag: params.tag! })
    return {}
  },
})
