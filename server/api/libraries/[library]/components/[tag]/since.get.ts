import { sinceSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { contractsAt } from '~~/server/store/released'
import { latestFromDesk } from '~~/server/store/compared-releases'

/** The component as the newest version from the desk has it, to tell what changed since. */
export default route({
  access: 'visitor',
  answer: sinceSchema,
  async handle({ db, library, params }) {
    const latest = await latestFromDesk(db, library.id)
    const contracts = latest && (await contractsAt(db, latest.id))
    return {
      version: latest?.version ?? null,
      contract: contracts?.find((contract) => contract.tag === params.tag) ?? null,
    }
  },
})
