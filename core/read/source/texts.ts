import ts from 'typescript'
import { constantOf } from './constants'
import { evaluate } from './evaluate'
import type { Opener } from './fragment'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'

/** Texts that one expression may come to, at most. */
const most = 40

/**
 * Every text an expression may come to: itself where it is known, both arms of a condition, both sides of
 * `||` and `??`, every mix of what stands in a template; what `open` knows is followed.
 */
export function textsOf(
  sources: SourceSet,
  expression: ts.Expression,
  open: Opener = () => undefined,
  depth = 0,
): string[] {
  const node = unwrap(expression)
  if (depth > 10) return []
  const again = (inner: ts.Expression) => textsOf(sources, inner, open, depth + 1)
  const value = evaluate(sources, node)
  if (value !== undefined) return typeof value === 'string' ? [value] : []
  if (ts.isConditionalExpression(node)) return unique([...again(node.whenTrue), ...again(node.whenFalse)])
  if (ts.isBinaryExpression(node) && isEither(node.operatorToken.kind))
    return unique([...again(node.left), ...again(node.right)])
  if (ts.isTemplateExpression(node)) return mixes(node, again)
  const opened = open(node) ?? (ts.isIdentifier(node) ? constantOf(sources, node) : undefined)
  return opened ? again(opened) : []
}

const isEither = (kind: ts.SyntaxKind): boolean =>
  kind === ts.SyntaxKind.BarBarToken || kind === ts.SyntaxKind.QuestionQuestionToken

const unique = (texts: string[]): string[] => [...new Set(texts)].slice(0, most)

function mixes(node: ts.TemplateExpression, textsIn: (inner: ts.Expression) => string[]): string[] {
  let texts = [node.head.text]
  for (const { expression, literal } of node.templateSpans) {
    const inner = textsIn(expression)
    texts = unique(texts.flatMap((text) => inner.map((part) => text + part + literal.text)))
  }
  return texts
}
