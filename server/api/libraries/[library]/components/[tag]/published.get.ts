import { getQuery } from 'h3'
import { tokenPrefix } from '~~/core/release/package'
import { versionedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { componentsOf, modulesOf } from '~~/server/store/components'
import { contractsAt, standingAt } from '~~/server/store/released'
import { deskReleases } from '~~/server/store/compared-releases'

/**
 * The component as a version from the desk has it, with what it takes to render it beside the one on the
 * shelf: the version that `?version=` names, or else the newest.
 */
export default route({
  access: 'reader',
  answer: versionedSchema,
  async handle({ event, db, library, params }) {
    const { version } = getQuery(event)
    const releases = await deskReleases(db, library.id)
    const versions = releases.map((release) => release.version)
    const release = version === undefined ? releases[0] : releases.find((found) => found.version === version)
    const contract =
      release && (await contractsAt(db, release.id)).find((published) => published.tag === params.tag)
    if (!release || !contract)
      return { version: release?.version ?? null, versions, contract: null, css: '', modules: [] }
    const { tokens, iconsCss, revision } = await standingAt(db, release.id)
    const { css } = await inChild(
      'themesCss',
      { themes: tokens, prefix: tokenPrefix(library.prefix) },
      library.id,
    )
    const components = revision ? await componentsOf(db, revision) : []
    return {
      version: release.version,
      versions,
      contract,
      css: css + iconsCss,
      modules: [...modulesOf(components)].map(([name, module]) => ({ tag: name, module })),
    }
  },
})
