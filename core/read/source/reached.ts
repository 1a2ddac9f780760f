import ts from 'typescript'
import { localDeclaration } from './constants'
import { walk, type SourceSet } from './source-set'

/**
 * Every node of the library that code can run or read from where it starts: the functions and constants
 * it names, through imports, and what those name. Classes, and whatever `follow` refuses, are left out.
 */
export function reachedFrom(
  sources: SourceSet,
  start: Iterable<ts.Node>,
  follow: (name: string) => boolean = () => true,
): ts.Node[] {
  const reached = new Set<ts.Node>(start)
  for (const node of reached) {
    for (const name of sources.gather(node).names) {
      if (!follow(name.text)) continue
      const found = sources.lookUp(name.getSourceFile().fileName, name.text)
      if (found?.is !== 'node' || reached.has(found.node)) continue
      if (
        (ts.isFunctionDeclaration(found.node) || ts.isVariableDeclaration(found.node)) &&
        !localDeclaration(name) &&
        !holdsClass(found.node)
      )
        reached.add(found.node)
    }
  }
  return [...reached]
}

const classHolders = new WeakMap<ts.Node, boolean>()
/**
 * A constant that is a class or makes one is another component's or a mixin's: what it does is not done by
 * who names it.
 */
function holdsClass(node: ts.FunctionDeclaration | ts.VariableDeclaration): boolean {
  const known = classHolders.get(node)
  if (known !== undefined) return known
  let found = false
  walk(node, (node) => {
    if (ts.isClassLike(node)) found = true
    return !found
  })
  classHolders.set(node, found)
  return found
}
