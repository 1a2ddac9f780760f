import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import { declarationOf } from '../source/declarations'
import { reachedFrom } from '../source/reached'
import { unwrap, walk, type SourceSet } from '../source/source-set'
import type { FoundComponent } from './components'

/** Contexts that a component hands down to what stands in it, and those that it asks for, by declaration. */
export interface Contexts {
  given: ts.Node[]
  asked: ts.Node[]
}

/** Companions that are told of one component, at most. */
const most = 6

/** What code asks a context by, as React names it (React reference, `useContext` and `use`). */
const asking = new Set(['useContext', 'use'])

/** Contexts in the code that a component runs. */
export function contextsOf(sources: SourceSet, { fn, node }: FoundComponent): Contexts {
  const contexts: Contexts = { given: [], asked: [] }
  const add = (to: ts.Node[], expression: ts.Expression | undefined) => {
    const name = expression && unwrap(expression)
    const found = name && ts.isIdentifier(name) ? declarationOf(sources, name) : undefined
    if (found) to.push(found)
  }
  for (const root of reachedFrom(sources, [fn ?? node], (name) => !/^[A-Z]/.test(name)))
    walk(root, (inner) => {
      if (ts.isPropertyAccessExpression(inner) && inner.name.text === 'Provider')
        add(contexts.given, inner.expression)
      else if (ts.isCallExpression(inner) && asking.has(calleeName(sources, inner)))
        add(contexts.asked, inner.arguments[0])
    })
  return contexts
}

/** The name of what is called, as the package calls it that it is imported from. */
function calleeName(sources: SourceSet, { expression }: ts.CallExpression): string {
  const callee = unwrap(expression)
  if (ts.isPropertyAccessExpression(callee)) return callee.name.text
  if (!ts.isIdentifier(callee)) return ''
  return sources.importOf(callee.getSourceFile().fileName, callee.text)?.name ?? callee.text
}

/** Tells of each component which others of the library ask for a context that it hands down. */
export function addCompanions(read: readonly { contract: Contract; contexts: Contexts }[]): void {
  for (const { contract, contexts } of read) {
    const given = new Set(contexts.given)
    const used = new Set(contract.uses.map(({ tag }) => tag))
    const companions = read
      .filter(({ contract: other, contexts: { asked } }) => {
        const isOther = other.tag !== contract.tag && !used.has(other.tag)
        return isOther && asked.some((context) => given.has(context))
      })
      .map(({ contract: { tag } }) => tag)
    if (companions.length) contract.companions = companions.slice(0, most)
  }
}
