import ts from 'typescript'
import type { DeclaredProp } from './declared'
import type { ClassNode } from './lineage'
import { staticsOf } from './statics'
import { tagText } from '../source/comments'
import { evaluate } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { hasModifier, unwrap } from '../source/nodes'
import { walk } from '../source/walk'

/** What is known of the classes of one component before its members are told. */
export interface ClassFacts {
  sources: SourceSet
  classes: ClassNode[]
  observed: Set<string>
  fed: Map<string, string>
  declared: Map<string, DeclaredProp>
  assigned: Map<string, { value: ts.Expression; node: ts.Node }>
}

export const isInner = (member: ts.Node): boolean =>
  hasModifier(
    member,
    ts.SyntaxKind.StaticKeyword,
    ts.SyntaxKind.PrivateKeyword,
    ts.SyntaxKind.ProtectedKeyword,
    ts.SyntaxKind.DeclareKeyword,
  ) ||
  tagText(member, 'internal', 'private', 'protected', 'ignore', 'hidden') !== undefined ||
  (ts.isClassElement(member) &&
    member.name !== undefined &&
    (ts.isIdentifier(member.name) || ts.isStringLiteral(member.name)) &&
    member.name.text.startsWith('_'))

/**
 * The attributes a class observes: from a static field or getter, constants and spreads followed, with those
 * of its superclasses where it adds to them.
 */
export function observedAttributes(sources: SourceSet, classes: ClassNode[]): Set<string> {
  const found = new Set<string>()
  for (const node of classes) {
    const list = staticsOf(sources, node).get('observedAttributes')
    if (!list) continue
    for (const expression of listedElements(list)) {
      const value = evaluate(sources, expression)
      for (const name of Array.isArray(value) ? value : [value]) if (typeof name === 'string') found.add(name)
    }
    if (!/\bsuper\b/.test(list.getText())) break
  }
  return found
}

/**
 * The expressions a list is put together from: its elements, what is spread into it, what is joined to it.
 */
function listedElements(expression: ts.Expression): ts.Expression[] {
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node))
    return node.elements.flatMap((element) =>
      ts.isSpreadElement(element) ? listedElements(element.expression) : [element],
    )
  if (
    ts.isCallExpression(node) &&
    ts.isPropertyAccessExpression(node.expression) &&
    node.expression.name.text === 'concat'
  )
    return [...listedElements(node.expression.expression), ...node.arguments.flatMap(listedElements)]
  if (ts.isBinaryExpression(node)) return [...listedElements(node.left), ...listedElements(node.right)]
  return [node]
}

/** `this.name = value` at the top of constructors: the nearest class's own comes last, and wins. */
export function assignedInConstructors(classes: ClassNode[]): ClassFacts['assigned'] {
  const found: ClassFacts['assigned'] = new Map()
  for (const node of classes) {
    const body = node.members.find(ts.isConstructorDeclaration)?.body
    for (const statement of body?.statements ?? []) {
      if (!ts.isExpressionStatement(statement)) continue
      for (
        let at: ts.Expression = statement.expression;
        ts.isBinaryExpression(at) && at.operatorToken.kind === ts.SyntaxKind.EqualsToken;
        at = at.right
      ) {
        let value: ts.Expression = at.right
        while (ts.isBinaryExpression(value) && value.operatorToken.kind === ts.SyntaxKind.EqualsToken)
          value = value.right
        const { left } = at
        if (
          ts.isPropertyAccessExpression(left) &&
          left.expression.kind === ts.SyntaxKind.ThisKeyword &&
          ts.isIdentifier(left.name) &&
          !left.name.text.startsWith('_') &&
          !found.has(left.name.text)
        )
          found.set(left.name.text, { value, node: statement })
      }
    }
  }
  return found
}

/**
 * From attributeChangedCallback: which field each attribute is written to. Keys are field names, private ones
 * with `#`.
 */
export function attributesFeeding(sources: SourceSet, classes: ClassNode[]): Map<string, string> {
  const fed = new Map<string, string>()
  for (const node of classes) {
    const callback = node.members.find(
      (member): member is ts.MethodDeclaration =>
        ts.isMethodDeclaration(member) && member.name.getText() === 'attributeChangedCallback',
    )
    const parameter = callback?.parameters[0]?.name.getText()
    if (!callback?.body || !parameter) continue
    const writes = (branch: ts.Node, attribute: string) =>
      walk(branch, (node) => {
        if (
          ts.isBinaryExpression(node) &&
          node.operatorToken.kind === ts.SyntaxKind.EqualsToken &&
          ts.isPropertyAccessExpression(node.left) &&
          node.left.expression.kind === ts.SyntaxKind.ThisKeyword &&
          !fed.has(node.left.name.text)
        )
          fed.set(node.left.name.text, attribute)
      })
    walk(callback.body, (node) => {
      if (
        ts.isCaseClause(node) &&
        ts.isSwitchStatement(node.parent.parent) &&
        node.parent.parent.expression.getText() === parameter
      ) {
        const attribute = evaluate(sources, node.expression)
        if (typeof attribute === 'string')
          node.statements.forEach((statement) => writes(statement, attribute))
      }
      if (ts.isIfStatement(node)) {
        for (const test of comparisons(node.expression, parameter)) {
          const attribute = evaluate(sources, test)
          if (typeof attribute === 'string') writes(node.thenStatement, attribute)
        }
      }
    })
  }
  return fed
}

/** In `name === 'tone' && …`: the expressions the parameter is compared with. */
function comparisons(node: ts.Expression, parameter: string): ts.Expression[] {
  const plain = unwrap(node)
  if (!ts.isBinaryExpression(plain)) return []
  const kind = plain.operatorToken.kind
  if (kind === ts.SyntaxKind.AmpersandAmpersandToken || kind === ts.SyntaxKind.BarBarToken)
    return [...comparisons(plain.left, parameter), ...comparisons(plain.right, parameter)]
  if (kind !== ts.SyntaxKind.EqualsEqualsEqualsToken && kind !== ts.SyntaxKind.EqualsEqualsToken) return []
  return plain.left.getText() === parameter
    ? [plain.right]
    : plain.right.getText() === parameter
      ? [plain.left]
      : []
}
