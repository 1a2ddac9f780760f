import { nothingSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { dropCombination } from '~~/server/store/combinations'
import { isId, notify } from '~~/server/store/database'
import { failGoneCombination } from '~~/server/views/combination'
import { componentKnown } from '~~/server/views/component'

/** Deletes a named variant, or lets what was ruled out be used again. */
export default route({
  access: 'contributor',
  answer: nothingSchema,
  async handle({ db, library, params, person }) {
    const component = await componentKnown(db, library, params.tag!)
    return db.transaction(async (trx) => {
      const id = params.id!
      if (!isId(id) || !(await dropCombination(trx, component.id, id))) return failGoneCombination()
      const who = { library: library.id, person: person.id }
      await record(trx, 'combination deleted', who, { tag: params.tag, id })
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return {}
    })
  },
})
