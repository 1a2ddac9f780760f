import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping'
import { z } from 'zod'
import { tracedSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { moduleOfLibrary } from '~~/server/store/modules'

/** Which line of source a place in a built module comes from, by its source map. */
export default route({
  access: 'reader',
  answer: tracedSchema,
  query: z.object({
    module: z.string().regex(/^[0-9a-f]{64}\/[\w.-]+$/),
    line: z.coerce.number().int().positive(),
    column: z.coerce.number().int().nonnegative(),
  }),
  async handle({ db, library, query }) {
    const [build, name] = query.module.split('/') as [string, string]
    const map = await moduleOfLibrary(db, library.id, build, `${name}.map`)
    const found =
      map &&
      originalPositionFor(new TraceMap(map.toString('utf8')), {
        line: query.line,
        column: Math.max(0, query.column - 1),
      })
    if (!found?.source || !found.line)
      return fail(
        404,
        'no-place',
        'This place is not in the source map.',
        'Look for the text of the error in the source.',
      )
    return { file: found.source.replace(/^.*library:/, ''), line: found.line }
  },
})
