import type { Contract } from '~~/core/contract/contract'
import type { SourceText } from '~~/core/read/source/source-text'
import { fail } from '../auth/failure'
import { componentByTag, contractNow } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { sourceFile } from '../store/sources'

/**
 * The contract of a component as it is now, and the files it is made of; a file of a megabyte and more is not
 * looked into.
 */
export async function componentFiles(
  db: Store,
  library: Library,
  tag: string,
): Promise<{ contract: Contract; files: SourceText[] }> {
  const component = await componentByTag(db, library.id, tag)
  const contract = component && (await contractNow(db, library, component.id))
  if (!contract)
    return fail(404, 'no-component', `There is no <${tag}> in ${library.title}.`, 'Look for it on the shelf.')
  const texts = await Promise.all(
    contract.files.map(async (path) => ({
      path,
      text: await sourceFile(db, library.current_revision!, path),
    })),
  )
  return {
    contract,
    files: texts.filter(
      (text): text is SourceText => text.text !== undefined && text.text.length < 1_000_000,
    ),
  }
}
