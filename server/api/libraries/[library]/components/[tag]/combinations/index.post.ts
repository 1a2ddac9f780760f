import { newCombinationSchema } from '~~/core/variants/combination'
import { madeSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { keepCombination } from '~~/server/store/combinations'
import { notify } from '~~/server/store/database'
import { failCombination, failUnknownSettings } from '~~/server/views/combination'
import { componentKnown } from '~~/server/views/component'

/** Gives several variants together a name, or rules them out with a reason. */
export default route({
  access: 'contributor',
  limit: limits.body.text,
  answer: madeSchema,
  body: newCombinationSchema,
  async handle({ db, library, params, body, person }) {
    const component = await componentKnown(db, library, params.tag!)
    await failUnknownSettings(db, library, component.id, body)
    return db.transaction(async (trx) => {
      const kept = await keepCombination(trx, component.id, body, person.id, limits.library.combinations)
      if (typeof kept === 'string') return failCombination(kept, body)
      const act = body.rule === 'named' ? 'variant named' : 'combination ruled out'
      await record(trx, act, { library: library.id, person: person.id }, { tag: params.tag, ...body })
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return kept
    })
  },
})
