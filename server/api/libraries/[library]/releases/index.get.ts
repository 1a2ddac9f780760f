import { releasesSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { releasesView } from '~~/server/views/desk'

/** What went out of a library. Who sent it out, and how, is for those with an account. */
export default route({
  access: 'visitor',
  answer: releasesSchema,
  async handle({ db, library, isVisitor }) {
    const view = await releasesView(db, library)
    if (!isVisitor) return view
    const releases = view.releases.map((release) => ({ ...release, made_by: null, record: {} }))
    return { ...view, releases }
  },
})
