import ts from 'typescript'
import { exportsOf } from './exported'
import { fileAt } from './imports'
import { packageFile, type PackageFile } from './package-file'
import { entryOf } from './packages'
import { joined } from './paths'
import type { SourceSet } from './source-set'

/** What a package hands on, by declaration. */
export type PublicNames = ReadonlyMap<ts.Node, string | undefined>

/** Files that are walked on the way from the entries of a package to what it hands on. */
const mostFiles = 5000

/**
 * What the package of a library calls what its files export, by declaration: the names that whoever installs
 * it imports, nothing where that is a member of another name (`Dialog.Root`). Empty where the package says no
 * entry that is there, as one that is not built yet.
 */
export function publicNames(sources: SourceSet, components: Iterable<ts.Node>): PublicNames {
  const names = new Map<ts.Node, string | undefined>()
  const seen = new Set<string>()
  for (const file of packageEntries(sources)) nameExports(sources, file, names, seen)
  // a package that hands on other things than components says nothing of these
  return [...components].some((node) => names.has(node)) ? names : new Map()
}

/** The files of a library that its package hands to whoever imports it, the main one first. */
export function packageEntries(sources: SourceSet): string[] {
  const own = packageFile(sources.texts.get('package.json'))
  return (own ? entriesOf(own) : []).flatMap((entry) => {
    const path = entryOf(own!, entry)
    return (path === undefined ? undefined : fileAt(sources.texts, joined([], path))) ?? []
  })
}

/** The entries that a package names one by one, its main one first. */
const entriesOf = (own: PackageFile): string[] => {
  const named = typeof own.exports === 'object' && own.exports !== null ? Object.keys(own.exports) : []
  return ['.', ...named.filter((entry) => entry.startsWith('./') && !entry.includes('*'))]
}

/** What a contract says of a component that the package does not hand on, where it is known what it does. */
export const innerBy = (names: PublicNames, node: ts.Node): { inner?: true } =>
  names.size === 0 || names.has(node) ? {} : { inner: true }

function nameExports(
  sources: SourceSet,
  file: string,
  names: Map<ts.Node, string | undefined>,
  seen: Set<string>,
  isMember = false,
): void {
  const way = `${isMember ? 'a member ' : ''}${file}`
  if (seen.has(way) || seen.size >= mostFiles) return
  seen.add(way)
  const name = (node: ts.Node, called: string) => {
    // a name of its own is told before one by which it is a member of another, or that says it is not for
    // others
    const known = names.get(node)
    const isBetter = known === undefined || (known.startsWith('_') && !called.startsWith('_') && !isMember)
    if (called !== 'default' && isBetter) names.set(node, isMember ? undefined : called)
  }
  for (const { exportName, node } of exportsOf(sources, file)) name(node, exportName)
  for (const statement of sources.scripts.get(file)?.statements ?? []) {
    if (!ts.isExportDeclaration(statement) || statement.isTypeOnly) continue
    const from = statement.moduleSpecifier
    const target = from && ts.isStringLiteral(from) ? sources.resolve(file, from.text) : undefined
    const { exportClause } = statement
    if (exportClause === undefined || ts.isNamespaceExport(exportClause)) {
      if (target !== undefined)
        nameExports(sources, target, names, seen, isMember || exportClause !== undefined)
    } else
      for (const { propertyName, name: called } of exportClause.elements) {
        const local = (propertyName ?? called).text
        const found = from ? target && sources.lookUpExport(target, local) : sources.lookUp(file, local)
        if (found && found.is === 'node') name(found.node, called.text)
      }
  }
}
