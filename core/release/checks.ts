import type { Problem } from '../problem'
import { readLibraryPackage, type LibraryPackage } from './library'

/** What stands in the way of publishing is judged from this, at the desk and when it is done. */
export interface ToPublish {
  /** The package name the library is registered under. */
  package: string
  /** The text of the library's package.json, and the paths of all its files. */
  packageJson: string | undefined
  paths: readonly string[]
  /** What was wrong with components when they were built, and with tokens when they were resolved. */
  buildProblems: readonly Problem[]
  tokenProblems: readonly Problem[]
}

/** The file that holds the licence text: LICENSE or LICENCE, plain or as Markdown, at the top. */
export const licencePath = (paths: readonly string[]): string | undefined =>
  paths.find((path) => /^LICEN[CS]E(\.(md|txt))?$/i.test(path))

/**
 * Everything that keeps a library from being published, and what its package.json says where that can be
 * read.
 */
export function judgeRelease(asked: ToPublish): { problems: Problem[]; library: LibraryPackage | undefined } {
  const read = readLibraryPackage(asked.packageJson)
  const problems = [...(read.ok ? [] : read.problems)]
  if (licencePath(asked.paths) === undefined) {
    problems.push({
      code: 'no-licence',
      what: 'The library has no licence text.',
      todo: 'Bring in a file named LICENSE.',
    })
  }
  if (read.ok && read.value.name !== asked.package) {
    const what = `package.json names ${read.value.name}, and this library is ${asked.package}.`
    problems.push({
      code: 'other-name',
      what,
      where: { file: 'package.json' },
      todo: 'Give the package its own name.',
    })
  }
  problems.push(...asked.buildProblems, ...asked.tokenProblems)
  return { problems, library: read.ok ? read.value : undefined }
}
