import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { componentByTag, contractNow } from '~~/server/store/components'
import { sourceFile } from '~~/server/store/sources'

/** Where the markup and the rules of a component are written in its source. */
export default route({
  access: 'reader',
  async handle({ db, library, params }) {
    const component = await componentByTag(db, library.id, params.tag!)
    const contract = component && (await contractNow(db, library, component.id))
    if (!contract) return fail(404, 'no-component', `There is no <${params.tag}> in ${library.title}.`, 'Look for it on the shelf.')
    const texts = await Promise.all(contract.files.map(async (path) => ({ path, text: await sourceFile(db, library.current_revision!, path) })))
    return inChild('written', { files: texts.filter((one): one is { path: string; text: string } => one.text !== undefined && one.text.length < 1_000_000) })
  },
})
