import { z } from 'zod'
import { triedSchema } from '~~/core/wire'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { judgeFiles } from '~~/server/bring/judge'
import { inChild } from '~~/server/build/pool'
import { sourceWith } from '~~/server/build/source'
import { dataFolder } from '~~/server/config'
import { limits } from '~~/server/limits'
import { iconsInput } from '~~/server/views/icons'
import { themesOf } from '~~/server/store/themes'
import { addBuild } from '~~/server/store/modules'

/**
 * Reads and builds a file as somebody is writing it, and keeps nothing of it: what is wrong with it,
 * and the contract and a module of the component that is looked at.
 */
export default route({
  access: 'contributor',
  limit: limits.body.source,
  answer: triedSchema,
  body: z.object({ path: z.string().min(1).max(500), text: z.string(), tag: z.string().max(200).optional() }),
  async handle({ db, library, body }) {
    const judged = judgeFiles([{ path: body.path, content: Buffer.from(body.text, 'utf8') }])
    if (judged.files.length === 0) return { problems: judged.problems, shown: null }
    return oneOfFew(library.id, async () => {
      const source = await sourceWith(db, library, judged.files)
      const input = {
        source,
        path: body.path,
        tag: body.tag,
        installed: dataFolder('dependencies'),
        library: library.id,
        from: library.read_from ?? undefined,
        icons: await iconsInput(db, library, await themesOf(db, library.id)),
      }
      const { problems, contract, built } = await inChild('tryOut', input, library.id)
      if (built?.hash) await addBuild(db, library.id, built.hash, built.modules)
      const entry = built?.components[0]?.entry
      return {
        problems,
        shown: contract
          ? { contract, module: built?.hash && entry ? `/m/${built.hash}/${entry}` : null }
          : null,
      }
    })
  },
})

/** Texts that are being tried just now, by library. */
const tried = new Map<string, number>()
/** Does something where few of the library do so already: a whole library comes out of the store for each. */
async function oneOfFew<T>(library: string, work: () => Promise<T>): Promise<T> {
  const count = tried.get(library) ?? 0
  if (count >= limits.library.tried)
    return fail(
      503,
      'too-much-at-once',
      'Too many texts are being tried in this library just now.',
      'Go on writing; it is tried again in a moment.',
    )
  tried.set(library, count + 1)
  try {
    return await work()
  } finally {
    const left = (tried.get(library) ?? 1) - 1
    if (left > 0) tried.set(library, left)
    else tried.delete(library)
  }
}
