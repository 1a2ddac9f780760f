import { z } from 'zod'
import { factsOf } from '~~/core/contract/aside'
import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { componentByTag, contractNow } from '~~/server/store/components'
import { notify } from '~~/server/store/database'
import { moveWords } from '~~/server/store/words'
import { failWithout } from '~~/server/views/component'

/** Gives words that were set aside to another member; it must have none of its own. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: nothingSchema,
  body: z.object({ from: z.string().min(1).max(300), to: z.string().min(1).max(300) }),
  async handle({ db, library, params, body, person }) {
    const component = await componentByTag(db, library.id, params.tag!)
    const contract = component && (await contractNow(db, library, component.id))
    if (!component || !contract) return failWithout(library, params.tag!)
    const facts = factsOf(contract, body.to)
    if (facts === undefined)
      return fail(
        422,
        'no-member',
        `It has no member ${body.to.replace(':', ' ')}.`,
        'Choose one of those in the ledger.',
      )
    return db.transaction(async (trx) => {
      const moved = await moveWords(trx, component.id, body.from, body.to, facts, person.id)
      if (!moved)
        return fail(
          409,
          'words-there',
          `${body.to.split(':').slice(1).join(':') || 'The default slot'} has words of its own, ` +
            'or those set aside are gone.',
          'Join the two by hand.',
        )
      await record(
        trx,
        'words moved',
        { library: library.id, person: person.id },
        { tag: params.tag, ...body },
      )
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return {}
    })
  },
})
