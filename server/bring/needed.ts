import type { SourceText } from '~~/core/read/source/source-text'
import { inChild } from '../build/pool'
import { installDependencies } from './dependencies'

/** The folder that the packages which a library's files name are installed in; none where it names none. */
export async function installedFor(
  library: string,
  files: readonly SourceText[],
): Promise<string | undefined> {
  const { packages } = await inChild('dependencies', { files: [...files] }, library)
  return (await installDependencies(packages, () => Promise.resolve(true))).folder
}
