import { librariesSchema } from '~~/core/wire'
import { refuseStranger, route } from '~~/server/auth/route'
import { librariesFor, librariesForVisitors, type Library } from '~~/server/store/libraries'
import { roleOf } from '~~/server/store/people'
import { lastJob } from '~~/server/store/jobs'
import { channelsOf } from '~~/server/store/releases'
import { tagsAt } from '~~/server/store/components'
import type { Store } from '~~/server/store/database'
import { changesSince, headOf } from '~~/server/views/library'

/**
 * The libraries somebody may see, with what stands on them and what waits to be done. Whoever has no account is
 * asked to sign in where none may be read without one.
 */
export default route({
  access: 'visitor',
  answer: librariesSchema,
  async handle({ db, person, isVisitor }) {
    const libraries = isVisitor ? await librariesForVisitors(db) : await librariesFor(db, person)
    if (isVisitor && libraries.length === 0) refuseStranger()
    return Promise.all(libraries.map((library) => listed(db, library, isVisitor ? undefined : person.id)))
  },
})

async function listed(db: Store, library: Library, person: string | undefined) {
  const [role, channels, changes, components, job] = await Promise.all([
    person === undefined ? undefined : roleOf(db, library.id, person),
    channelsOf(db, library.id),
    changesSince(db, library),
    library.current_revision ? tagsAt(db, library.current_revision) : [],
    lastJob(db, library.id),
  ])
  return {
    ...headOf(library, role, channels, changes),
    components,
    isBusy: job?.state === 'waiting' || job?.state === 'running',
  }
}
