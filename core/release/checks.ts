import type { Problem } from '../problem'
import { componentsCompile } from './checks/builds'
import { pathsDiffer } from './checks/case'
import type { ReleaseCheck, ToPublish } from './checks/check'
import { hasLicence } from './checks/licence'
import { hasOwnName } from './checks/name'
import { packageJsonIsRead } from './checks/package-json'
import { tokensResolve } from './checks/tokens'
import { waysLead } from './checks/ways'
import { readLibraryPackage, type LibraryPackage } from './library'

/** Everything that may stand in the way of a release, in the order in which it is told. */
const releaseChecks: readonly ReleaseCheck[] = [
  packageJsonIsRead,
  hasLicence,
  hasOwnName,
  pathsDiffer,
  componentsCompile,
  tokensResolve,
  waysLead,
]

/**
 * Everything that keeps a library from being published, and what its package.json says where that can be
 * read. The desk and publishing both ask this.
 */
export function judgeRelease(
  asked: Omit<ToPublish, 'packageJson'> & {
    /** The text of its package.json. */ packageJson: string | undefined
  },
): { problems: Problem[]; library: LibraryPackage | undefined } {
  const packageJson = readLibraryPackage(asked.packageJson)
  const release = { ...asked, packageJson }
  return {
    problems: releaseChecks.flatMap((check) => check(release)),
    library: packageJson.ok ? packageJson.value : undefined,
  }
}
