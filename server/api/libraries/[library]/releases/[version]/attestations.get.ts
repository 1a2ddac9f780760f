import { setResponseHeader } from 'h3'
import { route } from '~~/server/auth/route'
import { attestationsOf } from '~~/server/registry/attestations'
import { versionNamed } from '~~/server/views/version-shelf'

/**
 * Where a version comes from and what was asked of it, signed: the same as in the registry, for whoever
 * reads here.
 */
export default route({
  access: 'reader',
  answer: 'application/jsonl; charset=utf-8',
  async handle({ event, db, library, params }) {
    const release = await versionNamed(db, library, params.version!)
    const name = `${library.package.split('/').at(-1)}-${release.version}.intoto.jsonl`
    setResponseHeader(event, 'content-disposition', `attachment; filename="${name}"`)
    return attestationsOf(db, library, release, true)
  },
})
