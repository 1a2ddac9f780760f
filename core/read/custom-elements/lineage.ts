import ts from 'typescript'
import { parentOf } from '../source/parents'
import {
  assignedValue,
  declarationOf,
  functionBehind,
  valueOfDeclaration,
  type FunctionNode,
} from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'

export type ClassNode = ts.ClassDeclaration | ts.ClassExpression

/**
 * A class with the library classes it builds on, nearest first, mixins opened where they are applied.
 * `root` is the first name the chain leads to outside the library (`HTMLElement`, or a package's class);
 * `outside` the mixins of packages that are applied on the way.
 */
export interface Lineage {
  classes: ClassNode[]
  root: string | undefined
  outside: string[]
}

/** Classes looked at on one line, mixins each time they are applied: a line that comes round ends here. */
const mostVisits = 120

type Bound = ReadonlyMap<ts.ParameterDeclaration, { expression: ts.Expression; bound: Bound }>
const nothing: Bound = new Map()

// eslint-disable-next-line max-lines-per-function -- one climb from class to class
export function lineage(sources: SourceSet, node: ClassNode): Lineage {
  const line: Lineage = { classes: [], root: undefined, outside: [] }
  let visits = 0
  addClass(node, nothing)
  return line

  function addClass(classNode: ClassNode, bound: Bound): void {
    // a mixin that is applied twice counts once, and what it is applied to counts all the same
    if (++visits > mostVisits) return
    if (!line.classes.includes(classNode)) line.classes.push(classNode)
    const base = classNode.heritageClauses?.find((clause) => clause.token === ts.SyntaxKind.ExtendsKeyword)
      ?.types[0]?.expression
    if (base) addBase(base, bound, 0)
  }

  function addBase(expression: ts.Expression, bound: Bound, depth: number): void {
    if (depth > 40) return
    const base = assignedValue(expression)
    if (ts.isClassExpression(base)) return addClass(base, bound)
    if (ts.isCallExpression(base)) return addMixed(base, bound, depth)
    if (ts.isPropertyAccessExpression(base)) {
      line.root ??= base.name.text
      return
    }
    if (!ts.isIdentifier(base)) return
    const parameter = parameterNamed(base)
    const given = parameter && bound.get(parameter)
    if (given) return addBase(given.expression, given.bound, depth + 1)
    const found = declarationOf(sources, base)
    if (found && ts.isClassLike(found)) return addClass(found, bound)
    const value = found && valueOfDeclaration(found)
    if (value) {
      const before = line.classes.length
      addBase(value, bound, depth + 1)
      if (line.classes.length === before) line.root ??= base.text
      return
    }
    line.root ??= base.text
  }

  /**
   * `Mixin(Base)`, `compose(A, B)(Base)`, `Mixin(Base, options)`: the class the mixin makes, and then what it
   * was given.
   */
  function addMixed(call: ts.CallExpression, bound: Bound, depth: number): void {
    const mixin = functionOf(sources, call.expression)
    const made = mixin && classMadeBy(sources, mixin)
    if (mixin && made) {
      const inner = new Map(bound)
      mixin.parameters.forEach((parameter, i) => {
        const value = call.arguments[i]
        if (value) inner.set(parameter, { expression: value, bound })
      })
      return addClass(made, inner)
    }
    const { expression } = call
    if (ts.isCallExpression(unwrap(expression))) {
      // a helper that applies a list of mixins to what it is given
      for (const argument of (unwrap(expression) as ts.CallExpression).arguments)
        addPlainMixin(argument, bound)
    } else if (ts.isIdentifier(expression)) line.outside.push(expression.text)
    // which argument is the class is not known of a mixin from outside: the one that leads to one
    const [first, ...rest] = call.arguments
    for (const expression of rest) addPlainMixin(expression, bound)
    if (first) addBase(first, bound, depth + 1)
  }

  function addPlainMixin(expression: ts.Expression, bound: Bound): void {
    const mixin = functionOf(sources, expression)
    const made = mixin && classMadeBy(sources, mixin)
    if (made) addClass(made, bound)
  }
}

/** Whether a line of superclasses ends in an HTML element (HTML standard, element interfaces). */
export const isElementRoot = (root: string | undefined): boolean => /^HTML\w*Element$/.test(root ?? '')

function parameterNamed(node: ts.Identifier): ts.ParameterDeclaration | undefined {
  for (let at = parentOf(node); at; at = parentOf(at)) {
    if (!ts.isFunctionLike(at)) continue
    const found = at.parameters.find(
      (parameter) => ts.isIdentifier(parameter.name) && parameter.name.text === node.text,
    )
    if (found) return found
  }
  return undefined
}

/**
 * The function an expression stands for, also one handed to a wrapper such as a helper that applies a mixin
 * once.
 */
export function functionOf(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
): FunctionNode | undefined {
  const plain = functionBehind(sources, expression)
  if (plain || depth > 10) return plain
  const node = unwrap(expression)
  if (ts.isIdentifier(node)) {
    const found = declarationOf(sources, node)
    const value = found && valueOfDeclaration(found)
    return value && functionOf(sources, value, depth + 1)
  }
  if (!ts.isCallExpression(node)) return undefined
  return node.arguments
    .map((argument) => functionBehind(sources, argument))
    .find((entry) => entry && classMadeBy(sources, entry))
}

/** The class a mixin returns: written in place, or declared in its body and returned by name. */
export function classMadeBy(sources: SourceSet, fn: FunctionNode): ClassNode | undefined {
  if (!fn.body) return undefined
  const made = ts.isBlock(fn.body) ? fn.body.statements.findLast(ts.isReturnStatement)?.expression : fn.body
  const node = made && unwrap(made)
  if (!node) return undefined
  if (ts.isClassExpression(node)) return node
  if (!ts.isIdentifier(node) || !ts.isBlock(fn.body)) return undefined
  const found = declarationOf(sources, node)
  if (found && ts.isClassDeclaration(found)) return found
  const value =
    found && ts.isVariableDeclaration(found) && found.initializer
      ? assignedValue(found.initializer)
      : undefined
  return value && ts.isClassExpression(value) ? value : undefined
}
