import { themeMadeSchema, newThemeSchema } from '~~/core/wire'
import { faultOfTheme, themeName } from '~~/core/tokens/theme-list'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { brokenUnique, notify } from '~~/server/store/database'
import { addTheme, changeTheme, themesOf } from '~~/server/store/themes'
import { judgeTheme } from '~~/server/views/theme'

/** A theme more, built on another: with nothing of its own, or with the tokens that are sent. */
export default route({
  access: 'maintainer',
  limit: limits.body.tokens,
  answer: themeMadeSchema,
  body: newThemeSchema,
  async handle({ db, library, body, person }) {
    const { title, on, document = {}, name = themeName(title), when = null, axis = null } = body
    const themes = await themesOf(db, library.id)
    const theme = { name, title, on, document, when, axis }
    const fault = faultOfTheme(themes, theme)
    if (fault) throw new Failure(422, [fault])
    await judgeTheme(library, [...themes, theme], theme)
    try {
      await db.transaction(async (trx) => {
        await addTheme(trx, library.id, theme, themes.length)
        if (body.place !== undefined) await changeTheme(trx, library.id, name, { place: body.place })
        await record(trx, 'theme made', { library: library.id, person: person.id }, { theme: title })
        await notify(trx, { library: library.slug, what: 'tokens' })
      })
    } catch (error) {
      if (brokenUnique(error) !== undefined)
        fail(409, 'theme-there', `There is a theme ${name} already.`, 'Give it another title.')
      throw error
    }
    return { name }
  },
})
