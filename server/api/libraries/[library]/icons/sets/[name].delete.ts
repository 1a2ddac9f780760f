import { themesThatWear } from '~~/core/icons/settings-change'
import { renameBegunSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { readAgain } from '~~/server/jobs/read-again'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { dropIconSet, iconSettingsOf } from '~~/server/store/icons'

/** Deletes a set of glyphs that no theme wears, and has the components built without it. */
export default route({
  access: 'contributor',
  answer: renameBegunSchema,
  async handle({ db, library, params: { name }, person }) {
    const job = await db.transaction(async (trx) => {
      const wearing = themesThatWear((await iconSettingsOf(trx, library.id)).settings, name!)
      if (wearing.length)
        return fail(
          409,
          'set-worn',
          `The set ${name} is worn in ${wearing.join(', ')}.`,
          'Choose other icons there first.',
        )
      if (!(await dropIconSet(trx, library.id, name!)))
        return fail(404, 'no-set', `There is no set called ${name}.`, 'It may have been deleted.')
      const begun =
        library.current_revision === null
          ? null
          : await readAgain(trx, library, `without icons ${name}`, person.id)
      if (begun === undefined) return failBusy(library)
      await record(trx, 'icons deleted', { library: library.id, person: person.id }, { name })
      await notify(trx, { library: library.slug, what: 'icons' })
      return begun
    })
    if (job !== null) await enqueue(job)
    return { job }
  },
})
