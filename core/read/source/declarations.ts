import ts from 'typescript'
import { constantOf } from './constants'
import { parentOf } from './parents'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'
import { walk } from './walk'

/** The declaration a name leads to: inside the functions around it, in its module, or through imports. */
export function declarationOf(sources: SourceSet, node: ts.Identifier): ts.Declaration | undefined {
  for (let at = parentOf(node); at && !ts.isSourceFile(at); at = parentOf(at)) {
    if (!ts.isBlock(at)) continue
    for (const statement of at.statements) {
      if (
        (ts.isClassDeclaration(statement) || ts.isFunctionDeclaration(statement)) &&
        statement.name?.text === node.text
      )
        return statement
      const found = ts.isVariableStatement(statement)
        ? statement.declarationList.declarations.find(
            (declaration) => ts.isIdentifier(declaration.name) && declaration.name.text === node.text,
          )
        : undefined
      if (found) return found
    }
  }
  const found = sources.lookUp(node.getSourceFile().fileName, node.text)
  return found?.is === 'node' ? found.node : undefined
}

/**
 * The object an expression leads to: written in place, kept in a constant, handed to a helper such as
 * `defineComponent`, or frozen.
 */
export function objectBehind(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
): ts.ObjectLiteralExpression | undefined {
  const node = unwrap(expression)
  if (depth > 12) return undefined
  if (ts.isObjectLiteralExpression(node)) return node
  if (ts.isCallExpression(node))
    return (
      objectMadeBy(sources, node, depth) ??
      node.arguments
        .map((argument) => objectBehind(sources, argument, depth + 1))
        .find((expression) => expression !== undefined)
    )
  if (ts.isIdentifier(node)) {
    const found = sources.lookUp(node.getSourceFile().fileName, node.text)
    if (found?.is !== 'node') return undefined
    const value = valueOfDeclaration(found.node)
    return value && objectBehind(sources, value, depth + 1)
  }
  if (ts.isPropertyAccessExpression(node)) {
    const owner = objectBehind(sources, node.expression, depth + 1)
    const value = owner && optionOf(owner, node.name.text)
    return value && objectBehind(sources, value, depth + 1)
  }
  return undefined
}

/**
 * What a call of `Object.assign` merges, by whatever name a library calls it; `undefined` for any other
 * call.
 */
export function mergedBy(sources: SourceSet, call: ts.CallExpression): readonly ts.Expression[] | undefined {
  const callee = unwrap(call.expression)
  const kept = ts.isIdentifier(callee) ? constantOf(sources, callee) : undefined
  return (kept ? unwrap(kept) : callee).getText() === 'Object.assign' ? call.arguments : undefined
}

/**
 * The object that a function of the library makes when it is called: what it returns, or what the call that
 * made the
 * function was handed, as in `const makeProps = factory({ … })`.
 */
function objectMadeBy(
  sources: SourceSet,
  { expression }: ts.CallExpression,
  depth: number,
): ts.ObjectLiteralExpression | undefined {
  if (!ts.isIdentifier(expression)) return undefined
  const fn = functionBehind(sources, expression)
  if (fn) {
    const returned = fn.parameters.length === 0 ? returnedBy(fn.body) : undefined
    return returned && objectBehind(sources, returned, depth + 1)
  }
  const found = declarationOf(sources, expression)
  const value = found && valueOfDeclaration(found)
  return value && ts.isCallExpression(unwrap(value)) ? objectBehind(sources, value, depth + 1) : undefined
}

/** The value of an option, written plainly. */
export function optionOf(object: ts.ObjectLiteralExpression, name: string): ts.Expression | undefined {
  for (const property of object.properties) {
    if (property.name?.getText() !== name) continue
    if (ts.isPropertyAssignment(property)) return property.initializer
    if (ts.isShorthandPropertyAssignment(property)) return property.name
  }
  return undefined
}

export type FunctionNode = ts.FunctionLikeDeclaration & { body?: ts.ConciseBody }

/** A function that stands by itself. */
export type PlainFunction = ts.FunctionDeclaration | ts.FunctionExpression | ts.ArrowFunction

/** The function an expression is or names, constants followed through imports. */
export function functionBehind(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
): PlainFunction | undefined {
  const node = unwrap(expression)
  if (ts.isArrowFunction(node) || ts.isFunctionExpression(node)) return node
  const bound = boundFunction(node)
  if (bound && depth < 10) return functionBehind(sources, bound, depth + 1)
  if (!ts.isIdentifier(node) || depth > 10) return undefined
  const found = declarationOf(sources, node)
  if (found && ts.isFunctionDeclaration(found)) return found
  const value = found && valueOfDeclaration(found)
  return value && functionBehind(sources, value, depth + 1)
}

/** The function that is handed on with some of what it takes: `make` of `make.bind(null, '')`. */
const boundFunction = (node: ts.Expression): ts.Expression | undefined =>
  ts.isCallExpression(node) &&
  ts.isPropertyAccessExpression(node.expression) &&
  node.expression.name.text === 'bind'
    ? node.expression.expression
    : undefined

/**
 * The function or method that a call runs: one that is named, or a property of an object, also of one that
 * another function makes: `runtime.define(…)`, `const { define } = makeRuntime(…)`.
 */
export function functionCalled(
  sources: SourceSet,
  callee: ts.Expression,
): PlainFunction | ts.MethodDeclaration | undefined {
  const node = unwrap(callee)
  if (ts.isPropertyAccessExpression(node)) return functionIn(sources, node.expression, node.name.text)
  const taken = ts.isIdentifier(node) ? declarationOf(sources, node) : undefined
  if (!taken || !ts.isBindingElement(taken)) return functionBehind(sources, node)
  const { initializer } = taken.parent.parent as ts.VariableDeclaration
  return initializer && functionIn(sources, initializer, (taken.propertyName ?? taken.name).getText())
}

/** The function that an object has under a name. */
export function functionIn(
  sources: SourceSet,
  object: ts.Expression,
  name: string,
  depth = 0,
): PlainFunction | ts.MethodDeclaration | undefined {
  const node = unwrap(object)
  if (depth > 6) return undefined
  if (ts.isObjectLiteralExpression(node)) {
    const property = node.properties.find((candidate) => candidate.name?.getText() === name)
    if (property && ts.isMethodDeclaration(property)) return property
    const value = optionOf(node, name)
    return value && functionBehind(sources, value)
  }
  const made = ts.isCallExpression(node) ? functionBehind(sources, node.expression) : undefined
  const value = ts.isIdentifier(node) ? constantOf(sources, node) : made && returnedBy(made.body)
  return value && functionIn(sources, value, name, depth + 1)
}

/** What a constant or a default export is made of. */
export const valueOfDeclaration = (node: ts.Declaration): ts.Expression | undefined =>
  ts.isVariableDeclaration(node)
    ? node.initializer
    : ts.isExportAssignment(node)
      ? node.expression
      : undefined

/** The expression a body returns; of several the last, which is the usual way through. */
export function returnedBy(body: ts.ConciseBody | undefined): ts.Expression | undefined {
  if (!body) return undefined
  if (!ts.isBlock(body)) return body
  let found: ts.Expression | undefined
  walk(body, (node) => {
    if (ts.isReturnStatement(node) && node.expression) found = node.expression
    return !ts.isFunctionLike(node)
  })
  return found
}

/** What an assignment leaves in the end: `A` of `X = X_1 = A`. */
export function assignedValue(expression: ts.Expression): ts.Expression {
  const node = unwrap(expression)
  return ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.EqualsToken
    ? assignedValue(node.right)
    : node
}
