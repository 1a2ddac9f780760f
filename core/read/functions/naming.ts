import type ts from 'typescript'
import type { PublicNames } from '../source/public-names'
import { nameOfFile } from '../source/reading'
import type { SourceSet } from '../source/source-set'
import { aliasOf, componentName, type FoundComponent } from './components'

// Which of what was found is a component of its own, and what it is called.

/**
 * Components each once: what a module only gives another name, or more properties, is the component of the
 * module it comes from: `const Fold = InnerFold`, `Object.assign(InnerFold, { Leaf })`. It is told by the
 * name that the package hands on, and else by its own.
 */
export function eachOnce(
  sources: SourceSet,
  all: readonly FoundComponent[],
  called: PublicNames,
): FoundComponent[] {
  const nodes = new Map(all.map((component) => [component.node as ts.Node, component]))
  const dropped = new Set<ts.Node>()
  for (const { node } of all) {
    const same = nodes.get(aliasOf(sources, node) ?? node)
    if (!same || same.node === node) continue
    if (!called.has(node)) dropped.add(node)
    else if (!called.has(same.node)) dropped.add(same.node)
  }
  return all.filter(({ node }) => !dropped.has(node))
}

/**
 * What a component is called where its package does not say: a default by its own name or by its file,
 * another by the name it is asked for by, or its own where that says more (`DialogRoot` that is handed on as
 * `Root`). What none of these calls a component is none: a function that makes or shows something else.
 */
export function nameOf({ name, exportName, file }: FoundComponent): string | undefined {
  // what was made small has names of a letter or two, and these say nothing
  if (exportName === 'default' && /^[a-z]\w{2,}$/.test(name)) return undefined
  const isOwn = exportName === 'default' || (componentName.test(name) && name.endsWith(exportName))
  return [isOwn ? name : exportName, nameOfFile(file)].find((candidate) => componentName.test(candidate))
}
