import ts from 'typescript'
import { localDeclaration } from './constants'
import { isInPackage } from './packages'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'
import { walk } from './walk'

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
      // what a package does inside is its own affair
      if (found?.is !== 'node' || isInPackage(found.file) || reached.has(found.node)) continue
      if (
        (ts.isFunctionDeclaration(found.node) || ts.isVariableDeclaration(found.node)) &&
        !localDeclaration(name) &&
        !holdsClass(found.node)
      )
        for (const part of partsOf(sources, found.node, found.file)) reached.add(part)
    }
  }
  return [...reached]
}

/**
 * A declaration with what its module does to it: what is assigned to it where it has no value of its own, as
 * compilers keep private methods (`var _strike; … _strike = function () {}`), and what sets it up
 * (`sheet.replaceSync(…)`, `template.innerHTML = …`).
 */
function partsOf(
  sources: SourceSet,
  node: ts.FunctionDeclaration | ts.VariableDeclaration,
  file: string,
): ts.Node[] {
  const script = sources.scripts.get(file)
  if (!script || !ts.isVariableDeclaration(node) || !ts.isIdentifier(node.name)) return [node]
  const name = node.name.text
  const assigned = node.initializer
    ? []
    : sources
        .gather(script)
        .assignments.filter(
          ({ left, right }) => ts.isIdentifier(left) && left.text === name && !holdsClass(right),
        )
  const isHeld = node.initializer && isMadeObject(node.initializer)
  const settings = isHeld
    ? script.statements.filter(
        (statement) => ts.isExpressionStatement(statement) && ownerOf(statement.expression)?.text === name,
      )
    : []
  return [node, ...assigned, ...settings]
}

/**
 * An object that its module goes on to set up: made by `new`, or by a call such as `document.createElement`.
 */
const isMadeObject = (value: ts.Expression): boolean => {
  const node = unwrap(value)
  return ts.isNewExpression(node) || ts.isCallExpression(node)
}

/** Whose member a statement calls or sets: `sheet` of `sheet.replaceSync(…)` and of `sheet.x.y = …`. */
function ownerOf(expression: ts.Expression): ts.Identifier | undefined {
  const node = unwrap(expression)
  const target = ts.isCallExpression(node) ? node.expression : ts.isBinaryExpression(node) ? node.left : node
  let at: ts.Expression = target
  while (ts.isPropertyAccessExpression(at)) at = at.expression
  return at !== target && ts.isIdentifier(at) ? at : undefined
}

const classHolders = new WeakMap<ts.Node, boolean>()
/**
 * A constant that is a class or makes one is another component's or a mixin's: what it does is not done by
 * who names it.
 */
function holdsClass(node: ts.Node): boolean {
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
