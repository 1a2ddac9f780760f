import { nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { dropTheme, examplesIn, themesOf } from '~~/server/store/themes'
import { themeKnown } from '~~/server/views/theme'

/** Deletes a theme, unless others are built on it or examples stand in it. */
export default route({
  access: 'maintainer',
  answer: nothingSchema,
  async handle({ db, library, params, person }) {
    const themes = await themesOf(db, library.id)
    const { name, title, on } = themeKnown(themes, params.name!)
    if (on === null)
      return fail(
        409,
        'theme-base',
        `${title} is the base; every theme rests on it.`,
        'Bring another file into it instead.',
      )
    const above = themes.filter((theme) => theme.on === name)
    if (above.length)
      return fail(
        409,
        'theme-under',
        `${above.map((theme) => theme.title).join(', ')} is built on ${title}.`,
        'Build that on another theme first.',
      )
    const examples = await examplesIn(db, library.id, name)
    if (examples.length)
      return fail(
        409,
        'theme-worn',
        `Examples stand in ${title}: ${examples.join(', ')}.`,
        'Have them stand in another theme first.',
      )
    return db.transaction(async (trx) => {
      await dropTheme(trx, library.id, name)
      await record(trx, 'theme deleted', { library: library.id, person: person.id }, { theme: title })
      await notify(trx, { library: library.slug, what: 'tokens' })
      return {}
    })
  },
})
