import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import type { Place } from '../../contract/member'
import { declarationOf } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import { codeOf, type FoundComponent } from './components'

/** Names of components in a component's JSX, each with the declaration it leads to. */
export function jsxNamesIn(
  sources: SourceSet,
  foundComponent: FoundComponent,
): { node: ts.Node; place: Place }[] {
  const names: ReturnType<typeof jsxNamesIn> = []
  walk(codeOf(foundComponent), (node) => {
    if (!ts.isJsxOpeningElement(node) && !ts.isJsxSelfClosingElement(node)) return
    const name = node.tagName
    const found = ts.isIdentifier(name) && /^[A-Z]/.test(name.text) ? declarationOf(sources, name) : undefined
    if (found) names.push({ node: found, place: sources.place(node) })
  })
  return names
}

/** Which components of the library these are, each once. */
export function usesOf(
  names: ReturnType<typeof jsxNamesIn>,
  byNode: ReadonlyMap<ts.Node, string>,
): Contract['uses'] {
  const uses = new Map<string, Contract['uses'][number]>()
  for (const { node, place } of names) {
    const tag = byNode.get(node)
    if (tag && !uses.has(tag)) uses.set(tag, { tag, place })
  }
  return [...uses.values()]
}
