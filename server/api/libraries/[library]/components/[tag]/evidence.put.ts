import { providedFor } from '~~/core/provisions'
import { newEvidenceSchema, nothingSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { neverByTag } from '~~/server/store/combinations'
import { notify } from '~~/server/store/database'
import { evidenceKey, faceOf, keepEvidence } from '~~/server/store/evidence'
import { provisionsOf } from '~~/server/store/provisions'
import { componentNow, isBuiltTo } from '~~/server/views/component'

/** Keeps what was seen on the bench, where that was the component as it is now. */
export default route({
  access: 'contributor',
  limit: limits.body.evidence,
  answer: nothingSchema,
  body: newEvidenceSchema,
  async handle({ db, library, params, body, person }) {
    const component = await componentNow(db, library, params.tag ?? '')
    if (
      !isBuiltTo(component, body.module) ||
      JSON.stringify(body.face) !== JSON.stringify(faceOf(component, library.prefix))
    )
      return fail(
        409,
        'other-now',
        'It is another than the one that was tried.',
        'Try it again as it is now.',
      )
    const [provisions, never] = await Promise.all([provisionsOf(db, library.id), neverByTag(db, library.id)])
    const provided = providedFor(provisions, component.tag)
    await keepEvidence(
      db,
      component.id,
      evidenceKey(component, library.prefix, provided, never.get(component.tag) ?? []),
      body.evidence,
      person.id,
    )
    await notify(db, { library: library.slug, what: 'evidence' })
    return {}
  },
})
