import ts from 'typescript'
import { joinedBy, memberOf } from './built-ins'
import { constantOf } from './constants'
import { objectBehind, optionOf } from './declarations'
import { budgetOf, called, type Following } from './followed'
import type { Plain } from './plain'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'
import { mostOfExpression, sizeOf } from './value-size'

export type { Plain } from './plain'

/**
 * The value of an expression that can be known without running it: literals, templates, constants
 * followed through imports, members of constant objects and enums, lists and objects put together by
 * the built-in functions of lists, objects and strings, and by small pure functions of the library.
 * `undefined` where it cannot be known; nothing of the source is executed. `names` are values of parameters,
 * where the expression stands in a function that was followed.
 */
export function evaluate(
  sources: SourceSet,
  expression: ts.Expression,
  names: ReadonlyMap<string, Plain | undefined> = new Map(),
): Plain | undefined {
  return valueOf(sources, expression, {
    names,
    left: { steps: 5000, depth: 0, size: mostOfExpression },
    valueOf,
  })
}

/**
 * The value of an expression in a component that no attribute was set on yet: asked for one, the browser
 * gives `null`, and asked whether there is one, `false` (DOM, Element).
 */
export const evaluateAtRest = (sources: SourceSet, expression: ts.Expression): Plain | undefined =>
  valueOf(sources, expression, {
    names: new Map(),
    left: { steps: 5000, depth: 0, size: mostOfExpression },
    valueOf,
    given: (call) => {
      if (!ts.isPropertyAccessExpression(call.expression)) return undefined
      const asked = call.expression.name.text
      if (asked === 'getAttribute') return { value: null }
      return asked === 'hasAttribute' ? { value: false } : undefined
    },
  })

function valueOf(sources: SourceSet, expression: ts.Expression, following: Following): Plain | undefined {
  const { left } = following
  if (--left.steps < 0 || left.depth > 100) return undefined
  left.depth++
  const value = valueOfNode(sources, expression, following)
  left.depth--
  return value
}

function valueOfNode(sources: SourceSet, expression: ts.Expression, following: Following): Plain | undefined {
  const node = unwrap(expression)
  const again = (inner: ts.Expression) => valueOf(sources, inner, following)
  const literal = literalValue(node)
  if (literal !== undefined) return literal
  if (ts.isPrefixUnaryExpression(node)) return prefixed(node.operator, again(node.operand))
  if (ts.isTemplateExpression(node)) return templateValue(sources, node, following)
  if (ts.isBinaryExpression(node)) {
    const joined = joinedBy(node.operatorToken.kind, again(node.left), () => again(node.right))
    const isNew = node.operatorToken.kind === ts.SyntaxKind.PlusToken
    return !isNew || budgetOf(sources, node, following)(sizeOf(joined)) ? joined : undefined
  }
  if (ts.isConditionalExpression(node)) {
    const test = again(node.condition)
    return test === undefined ? undefined : again(test ? node.whenTrue : node.whenFalse)
  }
  if (ts.isArrayLiteralExpression(node)) return listValue(sources, node, following)
  if (ts.isObjectLiteralExpression(node)) return objectOf(sources, node, following)
  if (ts.isIdentifier(node)) return nameValue(sources, node, following)
  if (ts.isElementAccessExpression(node))
    return memberOf(again(node.expression), again(node.argumentExpression))
  if (ts.isPropertyAccessExpression(node)) return propertyValue(sources, node, following)
  return ts.isCallExpression(node) ? called(sources, node, following) : undefined
}

function literalValue(node: ts.Expression): Plain | undefined {
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isNumericLiteral(node)) return Number(node.text)
  switch (node.kind) {
    case ts.SyntaxKind.TrueKeyword:
      return true
    case ts.SyntaxKind.FalseKeyword:
      return false
    case ts.SyntaxKind.NullKeyword:
      return null
    default:
      return undefined
  }
}

function prefixed(operator: ts.PrefixUnaryOperator, value: Plain | undefined): Plain | undefined {
  if (operator === ts.SyntaxKind.MinusToken) return typeof value === 'number' ? -value : undefined
  return operator === ts.SyntaxKind.ExclamationToken && value !== undefined ? !value : undefined
}

function templateValue(
  sources: SourceSet,
  node: ts.TemplateExpression,
  following: Following,
): string | undefined {
  let text = node.head.text
  const fits = budgetOf(sources, node, following)
  for (const { expression, literal } of node.templateSpans) {
    const value = valueOf(sources, expression, following)
    if (typeof value !== 'string' && typeof value !== 'number') return undefined
    if (!fits(sizeOf(value) + literal.text.length)) return undefined
    text += value + literal.text
  }
  return text
}

function listValue(
  sources: SourceSet,
  node: ts.ArrayLiteralExpression,
  following: Following,
): Plain[] | undefined {
  const list: Plain[] = []
  const fits = budgetOf(sources, node, following)
  for (const element of node.elements) {
    const isSpread = ts.isSpreadElement(element)
    const value = valueOf(sources, isSpread ? element.expression : element, following)
    if (value === undefined) return undefined
    const added = !isSpread ? [value] : Array.isArray(value) ? value : []
    if (!fits(sizeOf(added))) return undefined
    for (const entry of added) list.push(entry)
  }
  return list
}

/** What a name stands for: bound by the function that is followed, a constant, or an imported text. */
function nameValue(sources: SourceSet, node: ts.Identifier, following: Following): Plain | undefined {
  if (following.names.has(node.text)) return following.names.get(node.text)
  const constant = constantOf(sources, node)
  if (constant) return constantValue(sources, constant, following)
  const found = sources.lookUp(node.getSourceFile().fileName, node.text)
  return found?.is === 'text' ? found.text : undefined
}

/** A member of an enum, a static of a class, or a member of a known object. */
function propertyValue(
  sources: SourceSet,
  node: ts.PropertyAccessExpression,
  following: Following,
): Plain | undefined {
  const again = (inner: ts.Expression) => valueOf(sources, inner, following)
  const owner = node.expression
  const name = node.name.text
  // what an instance holds is not known before there is one
  if (owner.kind === ts.SyntaxKind.ThisKeyword) return undefined
  if (ts.isIdentifier(owner) && !following.names.has(owner.text)) {
    const declared = sources.lookUp(node.getSourceFile().fileName, owner.text)
    if (declared?.is === 'node' && ts.isEnumDeclaration(declared.node)) {
      const member = declared.node.members.find((member) => nameOf(sources, member.name) === name)
      return member?.initializer ? again(member.initializer) : undefined
    }
    if (declared?.is === 'node' && ts.isClassDeclaration(declared.node))
      return staticOf(declared.node, name, again)
  }
  const found = memberOf(owner.kind === ts.SyntaxKind.SuperKeyword ? undefined : again(owner), name)
  if (found !== undefined) return found
  // of an object that holds what cannot be worked out, the other members are known all the same
  const written = ts.isIdentifier(owner) && !following.names.has(owner.text) && objectBehind(sources, owner)
  const member = written && !written.properties.some(ts.isSpreadAssignment) && optionOf(written, name)
  if (member) return again(member)
  // a class that nothing declares by name outside is known inside itself
  const inside = ts.findAncestor(node, ts.isClassDeclaration)
  return inside && ts.isIdentifier(owner) && owner.text === inside.name?.text
    ? staticOf(inside, name, again)
    : undefined
}

/** A constant's value, worked out once. */
function constantValue(
  sources: SourceSet,
  initializer: ts.Expression,
  following: Following,
): Plain | undefined {
  const known = sources.constants.get(initializer)
  if (known) return known.value as Plain | undefined
  const value = valueOf(sources, initializer, { ...following, names: new Map(), given: undefined })
  // where the steps ran out, nothing is known; with more left it may be
  if (value !== undefined || (following.left.steps > 0 && following.left.depth < 50))
    sources.constants.set(initializer, {
      value: typeof value === 'object' && value !== null ? (Object.freeze(value) as Plain) : value,
    })
  return value
}

function objectOf(
  sources: SourceSet,
  node: ts.ObjectLiteralExpression,
  following: Following,
): Plain | undefined {
  const object: Record<string, Plain> = {}
  const fits = budgetOf(sources, node, following)
  for (const property of node.properties) {
    if (ts.isSpreadAssignment(property)) {
      const spread = valueOf(sources, property.expression, following)
      if (typeof spread !== 'object' || spread === null || Array.isArray(spread) || !fits(sizeOf(spread)))
        return undefined
      Object.assign(object, spread)
      continue
    }
    if (!ts.isPropertyAssignment(property) && !ts.isShorthandPropertyAssignment(property)) return undefined
    const key = ts.isComputedPropertyName(property.name)
      ? valueOf(sources, property.name.expression, following)
      : nameOf(sources, property.name)
    const value = valueOf(
      sources,
      ts.isPropertyAssignment(property) ? property.initializer : property.name,
      following,
    )
    if (typeof key !== 'string' || value === undefined || !fits(key.length + 8 + sizeOf(value)))
      return undefined
    // as JSON is read: a name like any other
    Object.defineProperty(object, key, { value, writable: true, enumerable: true, configurable: true })
  }
  return object
}

function staticOf(
  node: ts.ClassDeclaration,
  name: string,
  again: (expression: ts.Expression) => Plain | undefined,
): Plain | undefined {
  for (const member of node.members) {
    if (!member.name || !ts.isIdentifier(member.name) || member.name.text !== name) continue
    if (ts.isPropertyDeclaration(member) && member.initializer) return again(member.initializer)
    const returned = ts.isGetAccessorDeclaration(member)
      ? member.body?.statements.find(ts.isReturnStatement)?.expression
      : undefined
    if (returned) return again(returned)
  }
  return undefined
}

/** The text of a property's name, computed names included where they are constant. */
export function nameOf(sources: SourceSet, name: ts.PropertyName): string | undefined {
  if (ts.isIdentifier(name) || ts.isStringLiteralLike(name) || ts.isNumericLiteral(name)) return name.text
  if (ts.isComputedPropertyName(name)) {
    const value = evaluate(sources, name.expression)
    return typeof value === 'string' ? value : undefined
  }
  return undefined
}
