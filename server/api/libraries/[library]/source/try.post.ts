import { z } from 'zod'
import { notToldYet } from '~~/core/problem'
import { triedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { judgeFiles } from '~~/server/bring/judge'
import { inChild } from '~~/server/build/pool'
import { sourceNow } from '~~/server/build/source'
import { limits } from '~~/server/limits'
import { addBuild } from '~~/server/store/modules'

/**
 * Reads and builds a file as somebody is writing it, and keeps nothing of it: what is wrong with it,
 * and the contract and a module of the component that is looked at.
 */
export default route({
  access: 'contributor', limit: limits.body.source, answer: triedSchema,
  body: z.object({ path: z.string().min(1).max(500), text: z.string(), tag: z.string().max(200).optional() }),
  async handle({ db, library, body }) {
    const judged = judgeFiles([{ path: body.path, content: Buffer.from(body.text, 'utf8') }])
    if (judged.files.length === 0) return { problems: judged.problems, shown: null }
    const { files, dependencies } = await sourceNow(db, library, judged.files)
    const { contracts, problems } = await inChild('read', { files, dependencies, library: library.id }, library.id)
    const here = contracts.filter((one) => one.files.includes(body.path))
    const contract = here.find((one) => one.tag === body.tag) ?? here[0] ?? contracts.find((one) => one.tag === body.tag)
    const built = contract && (await inChild('modules', { files, contracts: [contract], dependencies }, library.id))
    if (built?.hash) await addBuild(db, library.id, built.hash, built.modules)
    const [component] = built?.components ?? []
    return {
      problems: [...problems.filter((one) => one.where?.file === body.path), ...notToldYet(problems, component?.problems ?? [])],
      shown: contract ? { contract, module: built?.hash && component?.entry ? `/m/${built.hash}/${component.entry}` : null } : null,
    }
  },
})
