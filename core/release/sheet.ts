import type { Contract } from '../contract/contract'
import { isElement } from '../languages/languages'
import { sheetBeside } from '../read/source/sheet-beside'
import type { SourceText } from '../read/source/source-text'

/**
 * The sheet that goes out with a package, to be loaded beside its modules, by its path in the library. Custom
 * elements bring theirs along.
 */
export const sheetOfPackage = (
  contracts: readonly Contract[],
  files: readonly SourceText[],
): string | undefined => (contracts.every(isElement) ? undefined : sheetBeside(files))
