import type { Contract } from '../contract/contract'
import { isBeside } from '../read/source/reading'
import type { SourceText } from '../read/source/source-text'

/** Files that belong to components whose sheets go into trees of their own. */
const filesInTrees = (contracts: readonly Contract[]): Set<string> =>
  new Set(contracts.filter(({ language }) => language === 'custom-element').flatMap(({ files }) => files))

/** Tells which files are sheets that go into the page as they are written: no shadow trees, no generated names. */
export function sheetsOfPageIn(contracts: readonly Contract[]): (path: string) => boolean {
  const inTrees = filesInTrees(contracts)
  return (path) => path.endsWith('.css') && !path.endsWith('.module.css') && !inTrees.has(path)
}

/** The sheets of a library that go into the page, tests and demonstrations aside. */
export function sheetsOfPage(
  files: readonly SourceText[],
  contracts: readonly Contract[],
): { file: string; css: string }[] {
  const isOfPage = sheetsOfPageIn(contracts)
  return files
    .filter(({ path }) => isOfPage(path) && !isBeside(path))
    .map(({ path, text }) => ({ file: path, css: text }))
}
