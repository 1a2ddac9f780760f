import { inChild } from './pool'
import { installedBefore } from '../bring/dependencies'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { sourceFiles, type SourceFile } from '../store/sources'

/** A library's source as it stands, with these files laid over it. */
export async function sourceWith(db: Store, library: Library, changed: SourceFile[]): Promise<SourceFile[]> {
  const kept = library.current_revision ? await sourceFiles(db, library.current_revision) : []
  return [...kept.filter((file) => !changed.some((other) => other.path === file.path)), ...changed].sort((a, b) => (a.path < b.path ? -1 : 1))
}

/** A library's source as it stands, and where the packages it needs are, if they were installed for it before. */
export async function sourceNow(db: Store, library: Library): Promise<{ files: SourceFile[]; dependencies: string | undefined }> {
  const files = await sourceWith(db, library, [])
  const { packages } = await inChild('dependencies', { files }, library.id)
  return { files, dependencies: installedBefore(packages) }
}
