import { setResponseHeader } from 'h3'
import { z } from 'zod'
import { route } from '~~/server/auth/route'
import { guideArchive } from '~~/server/guide/site'

/**
 * The guide to a library as a ZIP archive of pages that work without a server: of the version that `version` names,
 * or of what stands on the shelf.
 */
export default route({
  access: 'reader',
  answer: 'application/zip',
  query: z.object({ version: z.string().min(1).max(100).optional() }),
  async handle({ event, db, library, query }) {
    const { zip, name } = await guideArchive(db, library, query.version)
    setResponseHeader(event, 'content-disposition', `attachment; filename="${name}"`)
    return Buffer.from(zip)
  },
})
