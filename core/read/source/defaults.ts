import ts from 'typescript'
import { evaluate } from './evaluate'
import type { Plain } from './plain'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'

/** A plain value as source text, strings in single quotes. */
export const printPlain = (value: Plain): string =>
  typeof value === 'string' ? `'${value}'` : JSON.stringify(value)

/**
 * A default as a person would write it, and its value where that is plain; a function that returns it is
 * opened.
 */
export function shownDefault(
  sources: SourceSet,
  expression: ts.Expression | undefined,
): { default?: string; defaultValue?: Plain } {
  if (!expression) return {}
  const node = unwrap(expression)
  const inner =
    ts.isArrowFunction(node) && !ts.isBlock(node.body) && node.parameters.length === 0
      ? node.body
      : ts.isArrowFunction(node) || ts.isFunctionExpression(node)
        ? (returnedOnly(node.body) ?? node)
        : node
  if (inner.getText() === 'undefined' || (ts.isVoidExpression(inner) && inner.getText() === 'void 0'))
    return {}
  const value = evaluate(sources, inner)
  return value === undefined
    ? { default: unwrap(inner).getText().replace(/\s+/g, ' ') }
    : { default: printPlain(value), defaultValue: value }
}

const returnedOnly = (body: ts.ConciseBody): ts.Expression | undefined => {
  const [only] = ts.isBlock(body) ? body.statements : []
  return only && ts.isBlock(body) && body.statements.length === 1 && ts.isReturnStatement(only)
    ? only.expression
    : undefined
}
