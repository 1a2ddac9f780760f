import type { Contract } from '../contract/contract'
import { sheetsIn } from '../read/sheets-in'
import { isBeside } from '../read/source/reading'
import type { SourceText } from '../read/source/source-text'
import type { PageSheet } from './foreign'

/** Files that belong to components whose sheets go into trees of their own. */
const filesInTrees = (contracts: readonly Contract[]): Set<string> =>
  new Set(contracts.filter(({ language }) => language === 'custom-element').flatMap(({ files }) => files))

/**
 * Tells which files are sheets that go into the page as they are written: no shadow trees, no generated
 * names.
 */
export function sheetsOfPageIn(contracts: readonly Contract[]): (path: string) => boolean {
  const inTrees = filesInTrees(contracts)
  return (path) => path.endsWith('.css') && !path.endsWith('.module.css') && !inTrees.has(path)
}

/**
 * The sheets of a library that go into the page, and blocks in components' own files that do; those of tests
 * and demonstrations are left aside.
 */
export function sheetsOfPage(files: readonly SourceText[], contracts: readonly Contract[]): PageSheet[] {
  const isOfPage = sheetsOfPageIn(contracts)
  return files
    .filter(({ path }) => !isBeside(path))
    .flatMap((file) => {
      if (file.path.endsWith('.css')) return isOfPage(file.path) ? [{ file: file.path, css: file.text }] : []
      return isScript(file.path)
        ? []
        : sheetsIn(file, undefined, 'rules').flatMap(({ css, isOpen }) =>
            isOpen ? [{ file: file.path, css }] : [],
          )
    })
}
/** What stands in strings of scripts goes where the script has it go. */
const isScript = (path: string): boolean => /\.[cm]?[jt]sx?$/.test(path)
