import { newCombinationSchema } from '~~/core/variants/combination'
import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { changeCombination } from '~~/server/store/combinations'
import { isId, notify } from '~~/server/store/database'
import { failCombination, failGoneCombination, failUnknownSettings } from '~~/server/views/combination'
import { componentKnown } from '~~/server/views/component'

/** Changes a named variant, or what is ruled out. */
export default route({
  access: 'contributor',
  limit: limits.body.text,
  answer: nothingSchema,
  body: newCombinationSchema,
  async handle({ db, library, params, body, person }) {
    const component = await componentKnown(db, library, params.tag!)
    await failUnknownSettings(db, library, component.id, body)
    return db.transaction(async (trx) => {
      const id = params.id!
      const outcome = isId(id) ? await changeCombination(trx, component.id, id, body) : 'gone'
      if (outcome === 'gone') return failGoneCombination()
      if (outcome !== 'changed') return failCombination(outcome, body)
      const who = { library: library.id, person: person.id }
      await record(trx, 'combination changed', who, { tag: params.tag, id, ...body })
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return {}
    })
  },
})
