import { withAlike } from '~~/core/variants/looks'
import { libraryEvidenceSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { leftOf, needsOf, seenAlready } from '~~/server/evidence/seen'
import { componentsOf } from '~~/server/store/components'
import { evidenceOf, evidenceRuns } from '~~/server/store/evidence'

/** What a browser showed for every component as it is now, and how the newest run over all of them fares. */
export default route({
  access: 'visitor',
  answer: libraryEvidenceSchema,
  async handle({ db, library }) {
    const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
    const seen = await seenAlready(db, library, components)
    const { provisions, never, themes, looks } = seen
    const [kept, run] = await Promise.all([
      evidenceOf(db, components, library.prefix, provisions, never),
      evidenceRuns.newest(db, library.id),
    ])
    const titleOf = (theme: string) => themes.find(({ name }) => name === theme)?.title ?? theme
    return {
      run: run
        ? { state: run.state, done: run.done, total: run.total, problems: run.problems, made_at: run.made_at }
        : null,
      left: leftOf(components, needsOf(null, kept, seen)),
      components: components.flatMap((component) => {
        const found = kept.get(component.id)
        if (!found) return []
        return [
          {
            tag: component.tag,
            made_at: found.made_at,
            evidence: withAlike(found.evidence, looks.now(component), titleOf),
          },
        ]
      }),
    }
  },
})
