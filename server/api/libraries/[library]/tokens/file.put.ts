import { z } from 'zod'
import { parseTokenDocument } from '~~/core/tokens/document'
import { resolveTheme } from '~~/core/tokens/themes'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { editTokens, themesOf } from '~~/server/store/themes'

/** Puts a whole token file in a theme's place. A file whose tokens do not resolve is refused, each reason by name. */
export default route({
  access: 'maintainer',
  body: z.object({ theme: z.string(), text: z.string().max(5_000_000), revision: z.number().int() }),
  async handle({ db, library, body, person }) {
    const themes = await themesOf(db, library.id)
    const theme = themes.find((one) => one.name === body.theme)
    if (!theme) return fail(404, 'no-theme', `There is no theme ${body.theme}.`, 'Choose one of the themes of this library.')
    const document = parseTokenDocument(body.text, `${theme.name}.json`)
    if (!document.ok) throw new Failure(422, document.problems)
    const after = themes.map((one) => (one === theme ? { ...theme, document: document.value } : one))
    const problems = after.flatMap((one) => resolveTheme(after, one.name).problems)
    if (problems.length) throw new Failure(422, problems)
    const written = body.revision === theme.revision && (await editTokens(db, library.id, { theme: theme.name, path: '', before: null, after: null, document: document.value }, theme, person.id))
    if (!written) return fail(409, 'tokens-changed', 'Somebody changed this theme while you were at it.', 'Look at theirs, then bring the file in again.')
    await record(db, 'token file brought in', { library: library.id, person: person.id }, { theme: theme.name })
    await notify(db, { library: library.slug, what: 'tokens' })
    return { revision: theme.revision + 1 }
  },
})
