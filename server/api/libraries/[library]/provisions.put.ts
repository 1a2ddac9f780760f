import { z } from 'zod'
import { libraryScope, provisionsSchema, type Provisions } from '~~/core/provisions'
import { problemsOfProvisions } from '~~/core/provisions-check'
import { nothingSchema, revisionNumberSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { componentByTag } from '~~/server/store/components'
import { record } from '~~/server/store/audit'
import { isId, notify } from '~~/server/store/database'
import { isExampleOf } from '~~/server/store/examples'
import { keepProvisions } from '~~/server/store/provisions'

/** Keeps what is wrapped around the library's components, around one of them, or around an example. */
export default route({
  access: 'contributor',
  limit: limits.body.text,
  answer: nothingSchema,
  body: z.object({
    scope: z.string().max(300),
    revision: revisionNumberSchema,
    provisions: provisionsSchema as unknown as z.ZodType<Provisions>,
  }),
  async handle({ db, library, body: { scope, revision, provisions }, person }) {
    const example = /^example:(.{36})$/.exec(scope)
    const there =
      scope === libraryScope ||
      (example && isId(example[1]!)
        ? await isExampleOf(db, library.id, example[1]!)
        : await componentByTag(db, library.id, scope))
    if (!there)
      return fail(
        404,
        'no-scope',
        'There is no such component or example here.',
        'It may have been deleted; open provisions anew.',
      )
    const problems = problemsOfProvisions(provisions)
    if (problems.length) throw new Failure(422, problems)
    return db.transaction(async (trx) => {
      if (!(await keepProvisions(trx, library.id, scope, provisions, revision, person.id)))
        return fail(
          409,
          'changed-meanwhile',
          'Somebody changed these provisions meanwhile.',
          'What is kept now stands beside yours; take over what you need and save again.',
        )
      await record(trx, 'provisions saved', { library: library.id, person: person.id }, { scope })
      await notify(trx, { library: library.slug, what: 'provisions' })
      return {}
    })
  },
})
