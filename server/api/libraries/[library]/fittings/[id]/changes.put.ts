import { z } from 'zod'
import { withChanges } from '~~/core/tokens/fitting'
import { fittingSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { limits } from '~~/server/limits'
import type { Store } from '~~/server/store/database'
import { dropChange, putChange } from '~~/server/store/fittings'
import { themesOf } from '~~/server/store/themes'
import { changeFitting, fittingKnown } from '~~/server/views/fitting'

/**
 * A token gets a value in a fitting, as typed; `null` takes the theme's own value out; with no `text` the
 * token is taken out of the fitting. `seen` is the value that the library keeps for it.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: fittingSchema,
  body: z.object({
    theme: z.string().max(80),
    path: z.string().min(1).max(300),
    text: z.string().max(2000).nullable().optional(),
    seen: z.json(),
  }),
  async handle({ db, library, params, body, person }) {
    const fitting = await fittingKnown(db, library, params.id!)
    const { theme, path, text, seen } = body
    const change = (run: (trx: Store) => Promise<unknown>) => changeFitting(db, library, fitting.id, run)
    if (text === undefined) return change((trx) => dropChange(trx, fitting.id, body))
    const isNew = !fitting.changes.some((change) => change.theme === theme && change.path === path)
    if (isNew && fitting.changes.length >= limits.library.fittingChanges)
      return fail(
        409,
        'too-many',
        `A fitting has at most ${limits.library.fittingChanges} changes.`,
        'Save it, then begin another.',
      )
    const themes = withChanges(await themesOf(db, library.id), fitting.changes)
    const judged = await inChild('tokenEdit', { themes, theme, path, text }, library.id)
    if (judged.is === 'missing')
      return fail(404, judged.problem.code, judged.problem.what, judged.problem.todo)
    if (judged.is === 'refused') throw new Failure(422, judged.problems)
    const value = judged.value === undefined ? {} : { value: z.json().parse(judged.value) }
    return change((trx) => putChange(trx, library.id, fitting.id, { theme, path, seen, ...value }, person.id))
  },
})
