import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import { mostCompanionsTold } from '../source/context-companions'
import { declarationOf } from '../source/declarations'
import { reachedFrom } from '../source/reached'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { codeOf, type FoundComponent } from './components'

/** Contexts that a component hands down to what stands in it, and those that it asks for, by declaration. */
export interface Contexts {
  given: ts.Node[]
  asked: ts.Node[]
}

/** What code asks a context by, as React names it (React reference, `useContext` and `use`). */
const asking = new Set(['useContext', 'use'])

/** Contexts in the code that a component runs. */
export function contextsOf(sources: SourceSet, component: FoundComponent): Contexts {
  const contexts: Contexts = { given: [], asked: [] }
  const add = (to: ts.Node[], expression: ts.Expression | undefined) => {
    const name = expression && unwrap(expression)
    const found = name && ts.isIdentifier(name) ? declarationOf(sources, name) : undefined
    if (found) to.push(found)
  }
  for (const root of reachedFrom(sources, [codeOf(component)], (name) => !/^[A-Z]/.test(name)))
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

/**
 * Names that a file hands on as properties of a component: `Fold.Leaf = Leaf`, and
 * `Object.assign(Fold, { Leaf })`; by declaration.
 */
export function propertiesOf(sources: SourceSet, component: FoundComponent): ts.Node[] {
  const { node, name } = component
  const file = node.getSourceFile()
  const isOwn = (expression: ts.Expression | undefined): boolean => {
    if (!expression || !ts.isIdentifier(expression)) return false
    const declaration = declarationOf(sources, expression)
    return expression.text === name || (declaration !== undefined && holds(declaration, codeOf(component)))
  }
  const found: ts.Node[] = []
  const add = (value: ts.Expression) => {
    const plain = unwrap(value)
    const declaration = ts.isIdentifier(plain) ? declarationOf(sources, plain) : undefined
    if (declaration) found.push(declaration)
  }
  for (const { left, right } of sources.gather(file).assignments)
    if (ts.isPropertyAccessExpression(left) && isOwn(left.expression)) add(right)
  for (const call of sources.gather(file).calls) {
    const [target, ...given] = call.arguments
    if (call.expression.getText() !== 'Object.assign' || !isOwn(target)) continue
    for (const object of given)
      for (const property of ts.isObjectLiteralExpression(object) ? object.properties : [])
        if (ts.isPropertyAssignment(property)) add(property.initializer)
        else if (ts.isShorthandPropertyAssignment(property)) add(property.name)
  }
  return found
}

/** Whether a declaration is another node of its file, or stands around it. */
const holds = (declaration: ts.Declaration, node: ts.Node): boolean =>
  declaration.getSourceFile() === node.getSourceFile() &&
  declaration.pos <= node.pos &&
  node.end <= declaration.end

interface ReadComponent {
  node: ts.Node
  contract: Contract
  contexts: Contexts
  /** Declarations of what is handed on as its properties. */
  properties: ts.Node[]
}

/**
 * Tells of each component which others of the library are for what stands in it: those that are handed on as
 * its properties, and those that ask for a context that it hands down.
 */
export function addCompanions(read: readonly ReadComponent[]): void {
  for (const { contract, contexts, properties } of read) {
    const given = new Set(contexts.given)
    const used = new Set(contract.uses.map(({ tag }) => tag))
    const others = read.filter(({ contract: { tag } }) => tag !== contract.tag && !used.has(tag))
    const companions = [
      ...others.filter(({ node }) => properties.includes(node)),
      ...others.filter(({ contexts: { asked } }) => asked.some((context) => given.has(context))),
    ].map(({ contract: { tag } }) => tag)
    if (companions.length) contract.companions = [...new Set(companions)].slice(0, mostCompanionsTold)
  }
}
