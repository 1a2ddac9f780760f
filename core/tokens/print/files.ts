import { tokensOfThemes, type Theme } from '../themes'
import { css, layeredCss, registeredCss } from './css'
import { documents, resolved, resolver } from './data'
import type { TokenFile, TokenPrinter, ToPrint } from './print'
import { script } from './script'
import { scss } from './scss'

/** Every form in which tokens leave the shelf, in the order in which they are offered. */
const printers: readonly TokenPrinter[] = [
  css,
  layeredCss,
  registeredCss,
  scss,
  script,
  resolved,
  resolver,
  documents,
]

/** A file with what it is for. */
export interface OfferedFile extends TokenFile {
  says: string
}

/** All files that tokens are printed to, as they stand in the package. */
export function tokenFiles(themes: Theme[], prefix: string): OfferedFile[] {
  const values = tokensOfThemes(themes)
  const given: ToPrint = {
    themes,
    prefix,
    base: themes.find((theme) => theme.on === null),
    tokensOf: (theme) => values.get(theme) ?? new Map(),
  }
  return printers.flatMap(({ says, print }) => print(given).map((file) => ({ ...file, says })))
}
