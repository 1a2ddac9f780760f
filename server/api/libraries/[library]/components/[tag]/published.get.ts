import { tokenPrefix } from '~~/core/release/package'
import { versionedSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { componentsOf } from '~~/server/store/components'
import { latestContracts, latestFromDesk, standingAt } from '~~/server/store/releases'

/**
 * The component as the newest version from the desk has it, with what it takes to render it beside the one on
 * the shelf.
 */
export default route({
  access: 'reader',
  answer: versionedSchema,
  async handle({ db, library, params }) {
    const latest = await latestFromDesk(db, library.id)
    const contract =
      latest &&
      (await latestContracts(db, library.id))?.find((latestContract) => latestContract.tag === params.tag)
    if (!latest || !contract)
      return { version: latest?.version ?? null, contract: null, css: '', modules: [] }
    const { tokens, revision } = await standingAt(db, latest.id)
    const components = revision ? await componentsOf(db, revision) : []
    return {
      version: latest.version,
      contract,
      css: (await inChild('themesCss', { themes: tokens, prefix: tokenPrefix(library.prefix) }, library.id))
        .css,
      modules: components.flatMap(({ tag, build }) =>
        build?.build ? [{ tag, module: `/m/${build.build}/${build.entry}` }] : [],
      ),
    }
  },
})
