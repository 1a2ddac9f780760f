import { z } from 'zod'
import { wishSchema } from '~~/core/begin/wish'
import { componentBegunSchema } from '~~/core/wire'
import { Failure } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { sourceNow } from '~~/server/build/source'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { limits } from '~~/server/limits'
import { addJob } from '~~/server/store/jobs'
import { keepFiles } from '~~/server/store/sources'

/** Begins a component in the library's own style. With `look` the files are shown and nothing is kept. */
export default route({
  access: 'contributor',
  limit: limits.body.small,
  answer: componentBegunSchema,
  body: wishSchema.extend({ look: z.boolean().default(false) }),
  async handle({ db, library, person, body: { look, ...wish } }) {
    const { files, dependencies } = await sourceNow(db, library)
    const made = await inChild(
      'begin',
      {
        files,
        prefix: library.prefix,
        wish,
        dependencies,
        library: library.id,
        from: library.read_from ?? undefined,
      },
      library.id,
    )
    if (!made.ok) throw new Failure(422, made.problems)
    const { tag, files: came, model } = made.begun
    const told = {
      tag,
      model: model ?? null,
      files: came.map((file) => ({ ...file, isNew: !files.some((other) => other.path === file.path) })),
    }
    if (look) return { ...told, job: null }
    const job = await addJob(
      db,
      library.id,
      {
        note: `${wish.name} begun here`,
        files: await keepFiles(db, came),
        removed: [],
        whole: false,
        aside: [],
        begun: tag,
      },
      person.id,
    )
    if (!job) return failBusy(library)
    await enqueue(job)
    return { ...told, job }
  },
})
