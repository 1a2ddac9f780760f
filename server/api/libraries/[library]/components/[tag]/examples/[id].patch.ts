import { exampleChangeSchema, nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { componentByTag } from '~~/server/store/components'
import { isId, notify } from '~~/server/store/database'
import { changeExample } from '~~/server/store/examples'

/**
 * Changes a kept example: its name, what it shows, its notes, its place among the others, whether it is the
 * face or a starter.
 */
export default route({
  access: 'contributor',
  limit: limits.body.usage,
  answer: nothingSchema,
  body: exampleChangeSchema,
  async handle({ db, library, params, body, person }) {
    const component = await componentByTag(db, library.id, params.tag!)
    return db.transaction(async (trx) => {
      const outcome =
        component && isId(params.id!) ? await changeExample(trx, component.id, params.id!, body) : 'gone'
      if (outcome === 'gone')
        return fail(404, 'no-example', 'There is no such example any more.', 'Look at the list again.')
      if (outcome === 'taken')
        return fail(
          409,
          'example-there',
          `There is an example called ${body.name} already.`,
          'Give this one another name.',
        )
      await record(
        trx,
        'example changed',
        { library: library.id, person: person.id },
        { tag: params.tag, id: params.id, what: Object.keys(body) },
      )
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return {}
    })
  },
})
