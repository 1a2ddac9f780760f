import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { componentByTag } from '~~/server/store/components'
import { isId, notify } from '~~/server/store/database'
import { dropExample } from '~~/server/store/examples'

/** Lets go of a kept example; the face stays. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  async handle({ db, library, params, person }) {
    const component = await componentByTag(db, library.id, params.tag!)
    return db.transaction(async (trx) => {
      const gone = component && isId(params.id!) && (await dropExample(trx, component.id, params.id!))
      if (!gone)
        return fail(
          404,
          'no-example',
          'There is no such example, or it is the face.',
          'Look at the guide again.',
        )
      await record(
        trx,
        'example deleted',
        { library: library.id, person: person.id },
        { tag: params.tag, id: params.id },
      )
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return {}
    })
  },
})
