import { madeSchema, newExampleSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { componentByTag } from '~~/server/store/components'
import { notify } from '~~/server/store/database'
import { keepExample } from '~~/server/store/examples'

/** Keeps an example under a name. */
export default route({
  access: 'contributor',
  limit: limits.body.usage,
  answer: madeSchema,
  body: newExampleSchema,
  async handle({ db, library, params, body, person }) {
    const component = await componentByTag(db, library.id, params.tag!)
    if (!component)
      return fail(
        404,
        'no-component',
        `There is no <${params.tag}> in ${library.title}.`,
        'Look for it on the shelf.',
      )
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
