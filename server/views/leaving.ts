import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { sourcePaths, type SourceFile } from '../store/sources'

/**
 * What would leave the shelf if these files were the whole library: how many files, and the components
 * whose own file is not among them.
 */
export async function leavingWith(
  db: Store,
  library: Library,
  files: SourceFile[],
): Promise<{ components: string[]; files: number }> {
  if (!library.current_revision) return { components: [], files: 0 }
  const coming = new Set(files.map((file) => file.path))
  const [paths, components] = await Promise.all([
    sourcePaths(db, library.current_revision),
    componentsOf(db, library.current_revision),
  ])
  return {
    components: components
      .filter((component) => !coming.has(component.contract.files[0]!))
      .map((component) => component.tag),
    files: paths.filter((path) => !coming.has(path)).length,
  }
}
