import ts from 'typescript'
import { ownersOf } from '../check/owners'
import type { Contract } from '../contract/contract'
import { componentsWith, importersIn } from '../read/source/importers'
import { isBeside } from '../read/source/reading'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { askedKeys } from './asked'
import { bundlesIn } from './bundles'
import type { Bundle, LibraryMessages } from './message'

/** The messages of a library in all their languages, and which components ask for which. */
export function libraryMessages(
  sources: SourceSet,
  files: readonly SourceText[],
  contracts: readonly Contract[],
): LibraryMessages {
  const bundles = bundlesIn(sources, files).filter(({ path }) => !isBeside(path))
  if (bundles.length === 0) return { bundles, uses: [] }
  const owners = ownersOf(contracts)
  const importers = importersIn(sources)
  const asked = askedKeys(sources, isTableOf(sources, bundles))
  const uses = bundles.flatMap((bundle, i) =>
    keysOf(bundle).map((key) => {
      const asking = asked
        .filter((found) => found.key === key)
        .flatMap(({ file }) => componentsWith(file, owners, importers))
      return { bundle: i, key, tags: [...new Set(asking)].sort() }
    }),
  )
  return { bundles, uses }
}

const keysOf = ({ languages }: Bundle): string[] => [
  ...new Set(languages.flatMap(({ messages }) => Object.keys(messages))),
]

/** Says of a name whether it is one of the constants that hold messages, under whatever name a file has it. */
function isTableOf(sources: SourceSet, bundles: readonly Bundle[]) {
  const tables = bundles.filter(({ way }) => way === 'table')
  return (file: string, { text }: ts.Identifier): boolean =>
    tables.some(({ path, name }) => {
      if (file === path) return text === name
      const declared = sources.lookUp(file, text)
      return (
        declared?.is === 'node' &&
        declared.file === path &&
        ts.isVariableDeclaration(declared.node) &&
        declared.node.name.getText() === name
      )
    })
}
