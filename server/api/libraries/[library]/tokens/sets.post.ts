import { tokenSetsPlanSchema, tokenSetsSchema } from '~~/core/wire'
import { baseOf } from '~~/core/tokens/regions'
import { Failure } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { replaceFile, themesAreAt } from '~~/server/store/token-edits'
import { addTheme, themesOf } from '~~/server/store/themes'

const changed = new Failure(409, [
  {
    code: 'tokens-changed',
    what: 'Somebody changed a theme while this was worked out.',
    todo: 'Look at what the files make of the themes as they are now, and bring them in again.',
  },
])

/**
 * Token files that come in together, as a resolver document among them says or by what is in them: what they make
 * of the themes; and, over the revisions at which that was seen, all of it in one.
 */
export default route({
  access: 'maintainer',
  limit: limits.body.tokens,
  answer: tokenSetsPlanSchema,
  body: tokenSetsSchema,
  async handle({ db, library, body: { files, seen }, person }) {
    const themes = await themesOf(db, library.id)
    const planned = await inChild('tokenSets', { themes, files }, library.id)
    if (!planned.ok) throw new Failure(422, planned.problems)
    const told = {
      themes: planned.value.themes.map(({ document: _document, ...theme }) => theme),
      says: planned.value.says,
      seen: Object.fromEntries(themes.map(({ name, revision }) => [name, revision])),
      edits: [],
    }
    if (!seen) return told
    const base = baseOf(themes)!.name
    const edits = await db.transaction(async (trx) => {
      if (!(await themesAreAt(trx, library.id, seen))) throw changed
      const written: string[] = []
      let place = themes.length
      for (const { name, title, axis, isNew, document } of planned.value.themes) {
        if (isNew) {
          await addTheme(trx, library.id, { name, title, on: base, axis, document }, place++)
          await record(trx, 'theme made', { library: library.id, person: person.id }, { theme: title })
        } else {
          const edit = await replaceFile(trx, library, name, document, seen[name]!, person.id)
          if (!edit.written) throw changed
          written.push(edit.id)
        }
      }
      await notify(trx, { library: library.slug, what: 'tokens' })
      return written
    })
    return { ...told, edits }
  },
})
