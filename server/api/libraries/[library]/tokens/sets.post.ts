import { tokenSetsPlanSchema, tokenSetsSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { limits } from '~~/server/limits'
import { themesOf } from '~~/server/store/themes'
import { writeSets } from '~~/server/store/token-sets'

/**
 * Token files that come in together, as a resolver document among them says or by what is in them: what
 * they make of the themes; and, over the revisions at which that was seen, all of it in one.
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
    const edits = seen ? await writeSets(db, library, themes, planned.value, seen, person.id) : []
    if (!edits)
      return fail(
        409,
        'tokens-changed',
        'Somebody changed a theme while this was worked out.',
        'Look at what the files make of the themes as they are now, and bring them in again.',
      )
    return {
      themes: planned.value.themes.map(({ document: _document, comesIn: _comesIn, ...theme }) => theme),
      says: planned.value.says,
      without: planned.value.without,
      seen: Object.fromEntries(themes.map(({ name, revision }) => [name, revision])),
      edits,
    }
  },
})
