import { nothingSchema, verdictsSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { dropVerdict, keepVerdict, pairKey, pictureDifferences } from '~~/server/store/pictures'

/** Accepts changes of how components look, says that they are not meant, or takes back what was said. */
export default route({
  access: 'maintainer',
  limit: limits.body.text,
  answer: nothingSchema,
  body: verdictsSchema,
  async handle({ db, library, body: { changes, accepted }, person }) {
    const known = await pictureDifferences(
      db,
      library.id,
      changes.map(({ now }) => now),
    )
    if (!changes.every(({ before, now }) => known.get(pairKey(before, now))?.pixels))
      return fail(
        404,
        'no-change',
        'Those pictures are not known to differ.',
        'Load the page again: they may have been taken anew.',
      )
    return db.transaction(async (trx) => {
      for (const change of changes)
        if (accepted === null) await dropVerdict(trx, library.id, change)
        else await keepVerdict(trx, library.id, { ...change, accepted }, person.id)
      for (const tag of new Set(changes.map((change) => change.tag)))
        await record(trx, 'look judged', { library: library.id, person: person.id }, { tag, accepted })
      await notify(trx, { library: library.slug, what: 'pictures' })
      return {}
    })
  },
})
