import { z } from 'zod'
import { editedSchema, revisionNumberSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { limits } from '~~/server/limits'
import { themesOf } from '~~/server/store/themes'
import { replaceFile } from '~~/server/store/token-edits'

/**
 * Puts a whole token file in a theme's place. A file whose tokens do not resolve is refused, each reason by
 * name.
 */
export default route({
  access: 'maintainer',
  limit: limits.body.tokens,
  answer: editedSchema,
  body: z.object({ theme: z.string().max(80), text: z.string(), revision: revisionNumberSchema }),
  async handle({ db, library, body, person }) {
    const { theme, text, revision } = body
    const themes = await themesOf(db, library.id)
    if (!themes.some((known) => known.name === theme))
      return fail(404, 'no-theme', `There is no theme ${theme}.`, 'Choose one of the themes of this library.')
    const judged = await inChild('tokenFile', { themes, theme, text }, library.id)
    if (!judged.ok) throw new Failure(422, judged.problems)
    const { document, says } = judged.value
    const written = await replaceFile(db, library, theme, document, revision, person.id)
    if (written.written) return { edit: written.id, revision: written.revision, upgraded: says }
    return fail(
      409,
      'tokens-changed',
      'Somebody changed this theme while you were at it.',
      'Look at theirs, then bring the file in again.',
    )
  },
})
