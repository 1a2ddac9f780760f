import ts from 'typescript'
import {
  converted,
  every,
  isRecord,
  lengthMade,
  memberOf,
  ofLists,
  ofObjects,
  ofStrings,
  type Apply,
} from './built-ins'
import { functionBehind } from './declarations'
import type { Plain } from './plain'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'
import { grow, mostOfValue, sizeOf } from './value-size'

/**
 * Names bound while a function is followed, how many more steps may be taken, and how a value is worked out.
 */
export interface Following {
  names: ReadonlyMap<string, Plain | undefined>
  left: { steps: number; depth: number; size: number }
  /** What calls are known to give whatever they are given, such as those that ask the page for something. */
  given?: ((call: ts.CallExpression) => { value: Plain } | undefined) | undefined
  valueOf(sources: SourceSet, expression: ts.Expression, following: Following): Plain | undefined
}

/**
 * The budget of one value while it is put together: `false` once it, or all of its expression, is too large,
 * which is told at its line.
 */
export function budgetOf(sources: SourceSet, node: ts.Node, { left }: Following): (more: number) => boolean {
  let size = 0
  return (more) => {
    size += more
    left.size -= more
    if (size <= mostOfValue && left.size >= 0) return true
    sources.tellTooLarge(node)
    return false
  }
}

/** What a call gives: of a built-in function, or of a small pure function of the library. */
export function called(sources: SourceSet, node: ts.CallExpression, following: Following): Plain | undefined {
  const value = (expression: ts.Expression) =>
    following.valueOf(sources, ts.isSpreadElement(expression) ? expression.expression : expression, following)
  const given = following.given?.(node)
  if (given) return given.value
  const fits = budgetOf(sources, node, following)
  const callee = unwrap(node.expression)
  if (ts.isIdentifier(callee)) {
    const fn = functionBehind(sources, callee)
    if (fn) return applied(sources, fn, { ...following, names: new Map() })(...node.arguments.map(value))
    const [first] = node.arguments.map(value)
    return first === undefined ? undefined : converted(callee.text, first)
  }
  if (!ts.isPropertyAccessExpression(callee)) return undefined
  const name = callee.name.text
  if (ts.isIdentifier(callee.expression) && callee.expression.text === 'Object') {
    const given = every(node.arguments.map(value))
    // what these make is no larger than what they are given
    return given && Object.hasOwn(ofObjects, name) && fits(sizeOf(given))
      ? ofObjects[name]!(...given)
      : undefined
  }
  if (
    callee.expression.kind === ts.SyntaxKind.ThisKeyword ||
    callee.expression.kind === ts.SyntaxKind.SuperKeyword
  )
    return undefined
  if (!Object.hasOwn(ofLists, name) && !Object.hasOwn(ofStrings, name)) return undefined
  const target = value(callee.expression)
  if (typeof target === 'string') {
    const given = every(node.arguments.map(value))
    if (!given || !Object.hasOwn(ofStrings, name) || !fits(lengthMade(name, target, given))) return undefined
    return ofStrings[name]!(target, ...given)
  }
  if (!Array.isArray(target) || !Object.hasOwn(ofLists, name)) return undefined
  const first = node.arguments[0] && functionIn(node.arguments[0])
  const apply = first && applied(sources, first, following)
  const counted: Apply | undefined =
    apply &&
    ((...values) => {
      const made = apply(...values)
      return fits(8 + sizeOf(made)) ? made : undefined
    })
  const values = node.arguments.map((argument) => (functionIn(argument) ? undefined : value(argument)))
  const joint =
    name === 'join'
      ? sizeOf(target) + target.length * sizeOf(values[0])
      : sizeOf(target) + values.reduce<number>((sum, given) => sum + sizeOf(given), 0)
  return fits(joint) ? ofLists[name]!(target, counted, values) : undefined
}

function functionIn(expression: ts.Expression): ts.ArrowFunction | ts.FunctionExpression | undefined {
  const node = unwrap(expression)
  return ts.isArrowFunction(node) || ts.isFunctionExpression(node) ? node : undefined
}

/** Stands for what comes of statements that end without a return. */
const noReturn = Symbol('no return')
type Outcome = Plain | undefined | typeof noReturn

/**
 * A small pure function of the library, followed statement by statement: names, assignments into objects,
 * conditions, a return.
 */
function applied(
  sources: SourceSet,
  fn: ts.ArrowFunction | ts.FunctionExpression | ts.FunctionDeclaration,
  following: Following,
): Apply {
  return (...values) => {
    if (!fn.body) return undefined
    const names = new Map(following.names)
    const inside: Following = { ...following, names }
    fn.parameters.forEach(({ name, initializer }, i) =>
      bind(names, name, values[i] ?? (initializer && following.valueOf(sources, initializer, inside))),
    )
    if (!ts.isBlock(fn.body)) return following.valueOf(sources, fn.body, inside)
    const outcome = run(sources, fn.body.statements, inside, names)
    return outcome === noReturn ? undefined : outcome
  }
}

function bind(names: Map<string, Plain | undefined>, name: ts.BindingName, given: Plain | undefined): void {
  if (ts.isIdentifier(name)) names.set(name.text, given)
  else if (ts.isArrayBindingPattern(name))
    name.elements.forEach((element, i) => {
      if (ts.isBindingElement(element)) bind(names, element.name, memberOf(given, i))
    })
  else
    for (const element of name.elements)
      bind(names, element.name, memberOf(given, (element.propertyName ?? element.name).getText()))
}

/** Follows statements; a statement of another kind than these ends what can be known. */
function run(
  sources: SourceSet,
  statements: readonly ts.Statement[],
  inside: Following,
  names: Map<string, Plain | undefined>,
): Outcome {
  const value = (expression: ts.Expression | undefined) =>
    expression && inside.valueOf(sources, expression, inside)
  for (const statement of statements) {
    if (--inside.left.steps < 0) return undefined
    if (ts.isReturnStatement(statement)) return value(statement.expression)
    if (ts.isVariableStatement(statement))
      for (const made of statement.declarationList.declarations)
        bind(names, made.name, value(made.initializer))
    else if (ts.isIfStatement(statement)) {
      // a member that is not there is falsy
      const arm = value(statement.expression) ? statement.thenStatement : statement.elseStatement
      const outcome = arm ? run(sources, ts.isBlock(arm) ? arm.statements : [arm], inside, names) : noReturn
      if (outcome !== noReturn) return outcome
    } else if (!wrote(sources, statement, inside)) return undefined
  }
  return noReturn
}

/** Writes into an object that the function made, as an assignment says; whether that could be followed. */
function wrote(sources: SourceSet, statement: ts.Statement, inside: Following): boolean {
  const assignment = ts.isExpressionStatement(statement) ? statement.expression : undefined
  if (!assignment || !ts.isBinaryExpression(assignment)) return false
  if (assignment.operatorToken.kind !== ts.SyntaxKind.EqualsToken) return false
  const { left, right } = assignment
  if (!ts.isElementAccessExpression(left) && !ts.isPropertyAccessExpression(left)) return false
  const key = ts.isElementAccessExpression(left)
    ? inside.valueOf(sources, left.argumentExpression, inside)
    : left.name.text
  const target = inside.valueOf(sources, left.expression, inside)
  const value = inside.valueOf(sources, right, inside)
  if (!isRecord(target) || Object.isFrozen(target) || typeof key !== 'string' || value === undefined)
    return false
  // a copy: what is written into an object can then not hold the object itself
  const kept = typeof value === 'object' ? (JSON.parse(JSON.stringify(value)) as Plain) : value
  if (!budgetOf(sources, statement, inside)(sizeOf(target) + sizeOf(kept))) return false
  if (key === '__proto__') return true
  target[key] = kept
  grow(target, kept)
  return true
}
