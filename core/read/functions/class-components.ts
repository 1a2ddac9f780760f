import ts from 'typescript'
import { assignedValue, declarationOf, objectBehind, valueOfDeclaration } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { hasModifier, unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { makesMarkup } from './markup-calls'

// Components that are classes (React reference, `Component`): what they render, and what they take.

/** A class, or the function that a compiler made of one. */
export type ClassCode = ts.ClassLikeDeclaration | ts.FunctionExpression

/** The class component that a declaration is, also inside calls that wrap it: `observer(class …)`. */
export function classComponentIn(sources: SourceSet, declaration: ts.Declaration): ClassCode | undefined {
  const value = valueOfDeclaration(declaration)
  const made = value && functionClassIn(sources, value)
  if (made) return rendersIn(sources, made) ? made : undefined
  const node = ts.isClassLike(declaration) ? declaration : value && classInside(sources, value)
  const line = node ? lineOf(sources, node) : undefined
  return node && line && !hasModifier(node, ts.SyntaxKind.AbstractKeyword) && renders(sources, line)
    ? node
    : undefined
}

function classInside(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
): ts.ClassLikeDeclaration | undefined {
  const node = assignedValue(expression)
  if (depth > 6) return undefined
  if (ts.isClassExpression(node)) return node
  if (ts.isCallExpression(node))
    return node.arguments
      .map((argument) => classInside(sources, argument, depth + 1))
      .find((found) => found !== undefined)
  const declared = ts.isIdentifier(node) ? declarationOf(sources, node) : undefined
  if (declared && ts.isClassLike(declared)) return declared
  const value = declared && valueOfDeclaration(declared)
  return value && classInside(sources, value, depth + 1)
}

/**
 * The function that a compiler made of a class that builds on React's:
 * `(function (_Component) { function Chip() {} …; return Chip })(Component)`.
 */
function functionClassIn(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
): ts.FunctionExpression | undefined {
  const call = assignedValue(expression)
  const fn = ts.isCallExpression(call) ? unwrap(call.expression) : undefined
  if (!fn || !ts.isFunctionExpression(fn) || !ts.isCallExpression(call) || depth > 6) return undefined
  const isOfReact = call.arguments.some((base) => {
    const declared = ts.isIdentifier(base) ? declarationOf(sources, base) : undefined
    const value = declared && valueOfDeclaration(declared)
    return isReactBase(sources, base) || (value && functionClassIn(sources, value, depth + 1) !== undefined)
  })
  return isOfReact ? fn : undefined
}

/** Whether what is set as `render` on a prototype, or handed to a helper as such, makes markup. */
function rendersIn(sources: SourceSet, fn: ts.FunctionExpression): boolean {
  const { assignments, calls } = sources.gather(fn)
  const set = assignments.filter(
    ({ left }) => ts.isPropertyAccessExpression(left) && left.name.text === 'render',
  )
  const told = calls.filter((call) => call.arguments.some(ts.isArrayLiteralExpression))
  return [...set, ...told].some((code) => makesMarkup(sources, code))
}

/** What React calls the classes that components build on. */
const bases = /^(Pure)?Component$/

/** A class and those it builds on, up to React's own; nothing where it leads to none of these. */
function lineOf(sources: SourceSet, node: ts.ClassLikeDeclaration): ts.ClassLikeDeclaration[] | undefined {
  const line: ts.ClassLikeDeclaration[] = []
  for (let at: ts.ClassLikeDeclaration | undefined = node; at && !line.includes(at);) {
    line.push(at)
    const base: ts.Expression | undefined = at.heritageClauses?.find(
      ({ token }) => token === ts.SyntaxKind.ExtendsKeyword,
    )?.types[0]?.expression
    if (!base) return undefined
    if (isReactBase(sources, base)) return line
    const declared: ts.Declaration | undefined = ts.isIdentifier(base)
      ? declarationOf(sources, base)
      : undefined
    at = declared && ts.isClassLike(declared) ? declared : undefined
  }
  return undefined
}

/** `Component` and `PureComponent`, imported by name or as members of what is imported. */
function isReactBase(sources: SourceSet, base: ts.Expression): boolean {
  const node = unwrap(base)
  const file = node.getSourceFile().fileName
  if (ts.isIdentifier(node)) return bases.test(sources.importOf(file, node.text)?.name ?? '')
  return (
    ts.isPropertyAccessExpression(node) &&
    bases.test(node.name.text) &&
    ts.isIdentifier(node.expression) &&
    sources.importOf(file, node.expression.text) !== undefined
  )
}

const renders = (sources: SourceSet, line: readonly ts.ClassLikeDeclaration[]): boolean =>
  line.some((node) =>
    node.members.some((member) => member.name?.getText() === 'render' && makesMarkup(sources, member)),
  )

/** Where a class takes its props apart: `const { tone, ...rest } = this.props`. */
export function patternsOfClass(node: ClassCode): ts.ObjectBindingPattern[] {
  const found: ts.ObjectBindingPattern[] = []
  walk(node, (inner) => {
    if (
      ts.isVariableDeclaration(inner) &&
      ts.isObjectBindingPattern(inner.name) &&
      inner.initializer &&
      isThisProps(inner.initializer)
    )
      found.push(inner.name)
  })
  return found
}

/** Names that a class asks of its props: `this.props.tone`. */
export function namesAsked(node: ClassCode): Map<string, ts.Node> {
  const found = new Map<string, ts.Node>()
  walk(node, (inner) => {
    if (ts.isPropertyAccessExpression(inner) && isThisProps(inner.expression) && !found.has(inner.name.text))
      found.set(inner.name.text, inner)
  })
  return found
}

/** Whether an expression is all that a class is given. */
export function isThisProps(expression: ts.Expression): boolean {
  const node = unwrap(expression)
  return (
    ts.isPropertyAccessExpression(node) &&
    node.name.text === 'props' &&
    node.expression.kind === ts.SyntaxKind.ThisKeyword
  )
}

/** An object that is static on a class: `static defaultProps = { … }`. */
export function staticObject(
  sources: SourceSet,
  node: ClassCode,
  name: string,
): ts.ObjectLiteralExpression | undefined {
  if (!ts.isClassLike(node)) return undefined
  const member = node.members.find(
    (candidate): candidate is ts.PropertyDeclaration =>
      ts.isPropertyDeclaration(candidate) &&
      candidate.name.getText() === name &&
      hasModifier(candidate, ts.SyntaxKind.StaticKeyword),
  )
  return member?.initializer && objectBehind(sources, member.initializer)
}
