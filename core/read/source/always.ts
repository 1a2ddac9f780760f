import ts from 'typescript'
import { unwrap } from './nodes'
import { walk } from './walk'

/** What a condition is that is written out, and so always comes out the same: nothing waits behind it. */
export function alwaysIs(
  condition: ts.Expression,
  constants: ReadonlyMap<string, boolean | undefined>,
): boolean | undefined {
  const plain = unwrap(condition)
  if (plain.kind === ts.SyntaxKind.TrueKeyword) return true
  if (plain.kind === ts.SyntaxKind.FalseKeyword || plain.kind === ts.SyntaxKind.NullKeyword) return false
  if (ts.isNumericLiteral(plain)) return Number(plain.text) !== 0
  if (ts.isIdentifier(plain)) return constants.get(plain.text)
  if (!ts.isPrefixUnaryExpression(plain) || plain.operator !== ts.SyntaxKind.ExclamationToken)
    return undefined
  const negated = alwaysIs(plain.operand, constants)
  return negated === undefined ? undefined : !negated
}

/** Constants that a script declares as a truth that is written out; those it declares twice are left open. */
export function constantsIn(file: ts.SourceFile): Map<string, boolean | undefined> {
  const constants = new Map<string, boolean | undefined>()
  walk(file, (node) => {
    if (!ts.isVariableDeclaration(node) && !ts.isParameter(node) && !ts.isBindingElement(node)) return
    if (!ts.isIdentifier(node.name)) return
    const isConstant = ts.isVariableDeclaration(node) && Boolean(node.parent.flags & ts.NodeFlags.Const)
    const value = isConstant && node.initializer ? alwaysIs(node.initializer, constants) : undefined
    constants.set(node.name.text, constants.has(node.name.text) ? undefined : value)
  })
  return constants
}
