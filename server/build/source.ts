import type { Source } from './held'
import { inChild } from './pool'
import { installedBefore } from '../bring/dependencies'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { sourceFiles, type SourceFile } from '../store/sources'

const keptFiles = async (db: Store, library: Library): Promise<readonly SourceFile[]> =>
  library.current_revision ? sourceFiles(db, library.current_revision) : []

/** A library's source as it stands, with these files laid over it, as tasks are given it. */
export async function sourceWith(db: Store, library: Library, over: SourceFile[]): Promise<Source> {
  return { revision: library.current_revision, kept: await keptFiles(db, library), over }
}

/**
 * A library's source as it stands, and where the packages it needs are, if they were installed for it before.
 */
export async function sourceNow(
  db: Store,
  library: Library,
): Promise<{ files: SourceFile[]; dependencies: string | undefined }> {
  const files = [...(await keptFiles(db, library))]
  const { packages } = await inChild('dependencies', { files }, library.id)
  return { files, dependencies: installedBefore(packages) }
}
