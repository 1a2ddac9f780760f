import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import type { SourceSet } from './source-set'
import { walk } from './walk'

/** The files that import each file of a library. */
export function importersIn(sources: SourceSet): Map<string, Set<string>> {
  const importers = new Map<string, Set<string>>()
  for (const [from, script] of sources.scripts)
    walk(script, (node) => {
      const specifier =
        ts.isImportDeclaration(node) || ts.isExportDeclaration(node) ? node.moduleSpecifier : undefined
      const to =
        specifier && ts.isStringLiteral(specifier) ? sources.resolve(from, specifier.text) : undefined
      if (to !== undefined) importers.set(to, (importers.get(to) ?? new Set()).add(from))
    })
  return importers
}

/** How far it is followed who imports a file that belongs to no component. */
const mostSteps = 6
/** Sheets and drawings that belong to a component are not where it begins. */
const isScript = (path: string): boolean => !/\.(css|scss|less|svg|html|json)$/i.test(path)

/** The components that have a file: its owner, or those that come to it over files of nobody. */
export function componentsWith(
  file: string,
  owners: ReadonlyMap<string, Contract>,
  importers: ReadonlyMap<string, ReadonlySet<string>>,
): string[] {
  const tags = new Set<string>()
  const seen = new Set<string>()
  let at = new Set([file])
  for (let step = 0; step < mostSteps && at.size > 0; step++) {
    const next = new Set<string>()
    for (const path of at) {
      const owner = owners.get(path)
      if (owner && isScript(path)) tags.add(owner.tag)
      else if (!seen.has(path)) for (const importer of importers.get(path) ?? []) next.add(importer)
      seen.add(path)
    }
    at = next
  }
  return [...tags]
}
