import { z } from 'zod'
import { takenOverSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { componentByTag, contractNow } from '~~/server/store/components'
import { moveCombinations } from '~~/server/store/combinations'
import { notify } from '~~/server/store/database'
import { moveExamples } from '~~/server/store/examples'
import { moveAllWords } from '~~/server/store/words'
import { failWithout } from '~~/server/views/component'

/**
 * Gives a component all that people made for one that is no more: words where it has none of its own, and
 * examples.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: takenOverSchema,
  body: z.object({ from: z.string().min(1).max(200) }),
  async handle({ db, library, params, body, person }) {
    const [to, from] = [
      await componentByTag(db, library.id, params.tag!),
      await componentByTag(db, library.id, body.from),
    ]
    const contract = to && (await contractNow(db, library, to.id))
    if (!to || !contract) return failWithout(library, params.tag!)
    if (!from)
      return fail(
        404,
        'no-component',
        `There never was a <${body.from}> in ${library.title}.`,
        'Look at its name again.',
      )
    if (await contractNow(db, library, from.id))
      return fail(
        409,
        'still-there',
        `<${body.from}> still stands on the shelf, and so do its words.`,
        'Take it out of the source first, or copy the words by hand.',
      )
    return db.transaction(async (trx) => {
      const moved = {
        words: await moveAllWords(trx, from.id, to.id, contract, person.id),
        examples: await moveExamples(trx, from.id, to.id),
      }
      await moveCombinations(trx, from.id, to.id)
      await record(
        trx,
        'taken over',
        { library: library.id, person: person.id },
        { from: body.from, to: params.tag, ...moved },
      )
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return moved
    })
  },
})
