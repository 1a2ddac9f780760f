import ts from 'typescript'
import { unwrap } from '../source/nodes'
import { isIdle } from '../source/signatures'
import { walk } from '../source/walk'
import type { ClassNode } from './lineage'

/**
 * Methods that a base class calls itself and leaves to the classes that build on it: it does nothing there,
 * or gives something that is always the same. Nobody calls them from outside, whoever fills them in.
 */
export function hooksOf(classes: readonly ClassNode[]): Set<string> {
  const bases = classes.slice(1)
  const left = new Set(
    bases
      .flatMap((node) => node.members)
      .filter(ts.isMethodDeclaration)
      .filter((method) => ts.isIdentifier(method.name) && isLeftOpen(method))
      .map((method) => (method.name as ts.Identifier).text),
  )
  const called = left.size ? calledByThemselves(bases) : new Set<string>()
  return new Set([...left].filter((name) => called.has(name)))
}

/** Whether a method does nothing but give one name or plain value. */
function isLeftOpen(method: ts.MethodDeclaration): boolean {
  if (isIdle(method)) return true
  const [only, ...more] = method.body?.statements ?? []
  if (!only || more.length > 0 || !ts.isReturnStatement(only)) return false
  const value = only.expression && unwrap(only.expression)
  return !value || ts.isIdentifier(value) || isPlain(value)
}

const isPlain = (value: ts.Expression): boolean =>
  ts.isLiteralExpression(value) ||
  value.kind === ts.SyntaxKind.TrueKeyword ||
  value.kind === ts.SyntaxKind.FalseKeyword ||
  value.kind === ts.SyntaxKind.NullKeyword ||
  // as code is made small: `!0`, `void 0`
  (ts.isPrefixUnaryExpression(value) && ts.isLiteralExpression(value.operand)) ||
  ts.isVoidExpression(value)

/** Names that classes call on themselves: `this.updated()`. */
function calledByThemselves(classes: readonly ClassNode[]): Set<string> {
  const called = new Set<string>()
  for (const node of classes)
    walk(node, (inner) => {
      if (
        ts.isCallExpression(inner) &&
        ts.isPropertyAccessExpression(inner.expression) &&
        inner.expression.expression.kind === ts.SyntaxKind.ThisKeyword
      )
        called.add(inner.expression.name.text)
      return true
    })
  return called
}
