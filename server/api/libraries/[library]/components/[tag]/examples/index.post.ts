import { madeSchema, newExampleSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { keepExample } from '~~/server/store/examples'
import { componentKnown } from '~~/server/views/component'

/** Keeps an example under a name. */
export default route({
  access: 'contributor',
  limit: limits.body.usage,
  answer: madeSchema,
  body: newExampleSchema,
  async handle({ db, library, params, body, person }) {
    const component = await componentKnown(db, library, params.tag!)
    return db.transaction(async (trx) => {
      const id = await keepExample(trx, component.id, body)
      if (!id)
        return fail(
          409,
          'example-there',
          `There is an example called ${body.name} already.`,
          'Give this one another name.',
        )
      await record(
        trx,
        'example saved',
        { library: library.id, person: person.id },
        { tag: params.tag, name: body.name },
      )
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return { id }
    })
  },
})
