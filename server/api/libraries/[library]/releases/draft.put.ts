import { z } from 'zod'
import { draftSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { draftOf, dropDraft, keepDraft } from '~~/server/store/desk'
import { lockReleases } from '~~/server/store/releases'

/**
 * Keeps notes for the next version; without notes they are drafted from what differs again. `seen` is when the
 * notes were kept that somebody began from: what another kept meanwhile is not written over.
 */
export default route({
  access: 'maintainer',
  limit: limits.body.text,
  answer: draftSchema,
  body: z.object({ notes: z.string().max(50_000), seen: z.coerce.date().nullable() }),
  handle: ({ db, library, body, person }) =>
    db.transaction(async (trx) => {
      await lockReleases(trx, library.id)
      const now = await draftOf(trx, library.id)
      if ((now?.made_at.getTime() ?? null) !== (body.seen?.getTime() ?? null))
        return fail(
          409,
          'notes-changed',
          `${now?.by ?? 'Somebody else'} changed the notes meanwhile.`,
          'Copy what you wrote, and load the page again to go on from theirs.',
        )
      await (body.notes === ''
        ? dropDraft(trx, library.id)
        : keepDraft(trx, library.id, body.notes, person.id))
      return draftOf(trx, library.id)
    }),
})
