import type { AST } from 'svelte/compiler'
import ts from 'typescript'
import { walk } from '../../read/source/walk'
import { walkTree, type TreeNode } from './walk'

/** An expression of a template, by the fields that say what is written to (ESTree). */
interface Expression extends TreeNode {
  name?: string
  object?: Expression
  left?: Expression
  argument?: Expression
  expression?: Expression
  elements?: (Expression | null)[]
}

/**
 * Variables of a component that it writes to itself, or to something in them: in its script, in its template,
 * and by what it binds to elements and other components.
 */
export function assignedIn(script: ts.SourceFile, fragment: AST.Fragment): Set<string> {
  const names = new Set<string>()
  walk(script, (node) => {
    if (isAssignment(node)) addTargets(node.left, names)
    else if (isStep(node)) addTargets(node.operand, names)
  })
  walkTree(fragment, (node) => {
    const { type, left, argument, expression } = node as Expression
    const target =
      type === 'AssignmentExpression'
        ? left
        : type === 'UpdateExpression'
          ? argument
          : type === 'BindDirective'
            ? expression
            : undefined
    if (target) addRoots(target, names)
  })
  return names
}

const isAssignment = (node: ts.Node): node is ts.BinaryExpression =>
  ts.isBinaryExpression(node) &&
  node.operatorToken.kind >= ts.SyntaxKind.FirstAssignment &&
  node.operatorToken.kind <= ts.SyntaxKind.LastAssignment

const isStep = (node: ts.Node): node is ts.PrefixUnaryExpression | ts.PostfixUnaryExpression =>
  (ts.isPrefixUnaryExpression(node) || ts.isPostfixUnaryExpression(node)) &&
  (node.operator === ts.SyntaxKind.PlusPlusToken || node.operator === ts.SyntaxKind.MinusMinusToken)

/** The variables an assignment writes to: `a`, the `a` of `a.b[c]`, and those of `[a, b]` and `{ a }`. */
function addTargets(target: ts.Expression, names: Set<string>): void {
  if (ts.isIdentifier(target)) names.add(target.text)
  else if (ts.isPropertyAccessExpression(target) || ts.isElementAccessExpression(target))
    addTargets(target.expression, names)
  else if (ts.isArrayLiteralExpression(target)) for (const item of target.elements) addTargets(item, names)
  else if (ts.isObjectLiteralExpression(target))
    for (const property of target.properties) {
      if (ts.isShorthandPropertyAssignment(property)) names.add(property.name.text)
      if (ts.isPropertyAssignment(property)) addTargets(property.initializer, names)
    }
}

/** The same of a template's expression. */
function addRoots({ name, object, elements }: Expression, names: Set<string>): void {
  if (name !== undefined) names.add(name)
  else if (object) addRoots(object, names)
  else for (const item of elements ?? []) if (item) addRoots(item, names)
}
