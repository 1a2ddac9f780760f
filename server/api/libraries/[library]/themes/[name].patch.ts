import { changedThemeSchema, nothingSchema } from '~~/core/wire'
import { chainOf } from '~~/core/tokens/regions'
import { faultOfAxis } from '~~/core/tokens/theme-list'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { changeTheme, themesOf } from '~~/server/store/themes'
import { judgeTheme, themeKnown } from '~~/server/views/theme'

/**
 * Gives a theme another title, another place among the others, has it built on another, come in by itself,
 * or combine.
 */
export default route({
  access: 'maintainer',
  limit: limits.body.small,
  answer: nothingSchema,
  body: changedThemeSchema,
  async handle({ db, library, params, body, person }) {
    const themes = await themesOf(db, library.id)
    const theme = themeKnown(themes, params.name!)
    const { on, when, axis } = body
    if (when && theme.on === null)
      return fail(
        422,
        'theme-base',
        `${theme.title} is the base; it is there where no other theme is.`,
        'Say it of another theme.',
      )
    const next = {
      ...theme,
      ...(on === undefined ? {} : { on }),
      ...(when === undefined ? {} : { when }),
      ...(axis === undefined ? {} : { axis }),
    }
    const after = themes.map((other) => (other === theme ? next : other))
    if (on !== undefined && on !== theme.on) {
      const ground = chainOf(themes, on)
      if (theme.on === null || ground.length === 0 || ground.includes(theme))
        return fail(
          422,
          'theme-ground',
          theme.on === null
            ? `${theme.title} is the base; every theme rests on it.`
            : `${theme.title} cannot be built on itself, nor on what is built on it.`,
          'Choose another theme.',
        )
      await judgeTheme(library, after, next)
    }
    const fault = faultOfAxis(after, next)
    if (fault) throw new Failure(422, [fault])
    return db.transaction(async (trx) => {
      await changeTheme(trx, library.id, theme.name, body)
      await record(
        trx,
        'theme changed',
        { library: library.id, person: person.id },
        { theme: body.title ?? theme.title },
      )
      await notify(trx, { library: library.slug, what: 'tokens' })
      return {}
    })
  },
})
