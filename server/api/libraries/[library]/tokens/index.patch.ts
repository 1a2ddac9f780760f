import { z } from 'zod'
import { editedSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { limits } from '~~/server/limits'
import { themesOf } from '~~/server/store/themes'
import { editToken } from '~~/server/store/token-edits'

/**
 * One token in one theme gets another value, as typed; `null` takes a theme's own value back out.
 * One that is new says its `type`; it begins in a base.
 * `seen` is the value that stood there when it was begun: another one there now is not written over.
 */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: editedSchema,
  body: z.object({
    theme: z.string().max(80),
    path: z.string().min(1).max(300),
    text: z.string().max(2000).nullable(),
    seen: z.json(),
    type: z.string().max(40).optional(),
  }),
  async handle({ db, library, body, person }) {
    const { theme, path, text, seen, type } = body
    const judged = await inChild(
      'tokenEdit',
      { themes: await themesOf(db, library.id), theme, path, text, type },
      library.id,
    )
    if (judged.is === 'missing')
      return fail(404, judged.problem.code, judged.problem.what, judged.problem.todo)
    if (judged.is === 'refused') throw new Failure(422, judged.problems)
    const edited = await editToken(
      db,
      library,
      { theme, path },
      { seen, next: judged.value, type: judged.type },
      person.id,
    )
    if (edited.written) return { edit: edited.id, revision: edited.revision }
    return fail(
      409,
      'tokens-changed',
      `Somebody gave ${path} another value while you were at it.`,
      'The table shows theirs now; write yours over it if it should be.',
      { theirs: edited.theirs },
    )
  },
})
