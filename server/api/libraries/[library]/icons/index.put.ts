import { z } from 'zod'
import { iconSettingsSchema } from '~~/core/icons/glyph'
import { missingGlyph, needsBuilding } from '~~/core/icons/settings-change'
import { iconSettingsKeptSchema, revisionNumberSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { readAgain } from '~~/server/jobs/read-again'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { iconSetsOf, iconSettingsOf, keepIconSettings } from '~~/server/store/icons'
import { themesOf } from '~~/server/store/themes'

/** Keeps which glyphs each theme wears, and where the library has its own. */
export default route({
  access: 'contributor',
  limit: limits.body.text,
  answer: iconSettingsKeptSchema,
  body: z.object({ revision: revisionNumberSchema, settings: iconSettingsSchema }),
  async handle({ db, library, body: { revision, settings }, person }) {
    const [sets, before, themes] = await Promise.all([
      iconSetsOf(db, library.id),
      iconSettingsOf(db, library.id),
      themesOf(db, library.id),
    ])
    const missing = missingGlyph(
      settings,
      sets,
      themes.map(({ name }) => name),
    )
    if (missing) return fail(422, 'no-glyph', missing, 'Open the icons of the library anew.')
    const wantsBuilding = library.current_revision !== null && needsBuilding(before.settings, settings)
    const job = await db.transaction(async (trx) => {
      if (!(await keepIconSettings(trx, library.id, settings, revision)))
        return fail(
          409,
          'changed-meanwhile',
          'Somebody changed the icons meanwhile.',
          'What is worn now stands here; choose again.',
        )
      const begun = wantsBuilding ? await readAgain(trx, library, 'icons chosen', person.id) : null
      if (begun === undefined) return failBusy(library)
      await record(trx, 'icons chosen', { library: library.id, person: person.id }, {})
      await notify(trx, { library: library.slug, what: 'icons' })
      return begun
    })
    if (job !== null) await enqueue(job)
    return { revision: revision + 1, job }
  },
})
