import { z } from 'zod'
import { tokensOf, withValue } from '~~/core/tokens/document'
import { resolveTheme } from '~~/core/tokens/themes'
import { typedValue } from '~~/core/tokens/resolve'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { notify } from '~~/server/store/database'
import { record } from '~~/server/store/audit'
import { editTokens, themesOf } from '~~/server/store/themes'

/** One token in one theme gets another value, as typed; `null` takes a theme's own value back out. */
export default route({
  access: 'contributor',
  body: z.object({ theme: z.string(), path: z.string().min(1).max(300), text: z.string().max(2000).nullable(), revision: z.number().int() }),
  async handle({ db, library, body, person }) {
    const themes = await themesOf(db, library.id)
    const theme = themes.find((one) => one.name === body.theme)
    if (!theme) return fail(404, 'no-theme', `There is no theme ${body.theme}.`, 'Choose one of the themes in the table.')
    const token = resolveTheme(themes, theme.name).tokens.get(body.path) ?? tokensOf(theme.document).find((one) => one.path === body.path)
    if (!token?.type) return fail(404, 'no-token', `There is no token ${body.path}.`, 'Choose one of the tokens in the table.')
    if (body.text === null && theme.on === null) return fail(422, 'base-value', `${body.path} has its value here, in the base; every theme rests on it.`, 'Give it another value instead.')
    const value = body.text === null ? { ok: true as const, value: undefined } : typedValue(body.text, token.type)
    if (!value.ok) throw new Failure(422, value.problems)
    const document = withValue(theme.document, body.path, value.value)
    const after = themes.map((one) => (one === theme ? { ...theme, document } : one))
    const broken = after.flatMap((one) => resolveTheme(after, one.name).problems)
    const known = new Set(themes.flatMap((one) => resolveTheme(themes, one.name).problems).map((one) => one.what))
    const fresh = broken.filter((one) => !known.has(one.what))
    if (fresh.length) throw new Failure(422, fresh)
    const before = tokensOf(theme.document).find((one) => one.path === body.path)?.value
    const written = body.revision === theme.revision && (await editTokens(db, library.id, { theme: theme.name, path: body.path, before, after: value.value, document }, theme, person.id))
    if (!written) return fail(409, 'tokens-changed', 'Somebody changed this theme while you were at it.', 'The table shows theirs now; make your change again.')
    await record(db, 'token changed', { library: library.id, person: person.id }, { theme: theme.name, path: body.path, text: body.text })
    await notify(db, { library: library.slug, what: 'tokens' })
    return { revision: theme.revision + 1 }
  },
})
