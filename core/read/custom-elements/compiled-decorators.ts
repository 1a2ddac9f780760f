import ts from 'typescript'
import { assignedValue } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import type { ClassNode } from './lineage'

/** Decorators that a compiler wrote as a call: of a class, or of the member `key` of one. */
export interface CompiledDecorators {
  /** The class, or the name it goes by. */
  target: ClassNode | ts.Identifier
  key: string | undefined
  decorators: ts.Expression[]
  at: ts.CallExpression
}

const kept = new WeakMap<ts.SourceFile, CompiledDecorators[]>()

/**
 * Decorators of a file as compilers leave them, told by the shape of the call and not by its name:
 * `d([…], X)` and `d([…], X.prototype, "key", …)` of the older proposal; `d(_, _, list, { kind, name })`
 * inside the
 * class and `d(_, flags, "key", list, X)` of the standard one (Decorators, stage 3).
 */
export function compiledDecorators(sources: SourceSet, file: ts.SourceFile): CompiledDecorators[] {
  let found = kept.get(file)
  if (!found) {
    found = sources
      .gather(file)
      .calls.flatMap((at) => ofOlder(at) ?? ofContext(sources, at) ?? ofFlags(sources, at) ?? [])
    kept.set(file, found)
  }
  return found
}

function ofOlder(at: ts.CallExpression): CompiledDecorators | undefined {
  const [list, target, key] = at.arguments
  if (!list || !target || !ts.isArrayLiteralExpression(list)) return undefined
  const decorators = [...list.elements]
  if (ts.isIdentifier(target) && at.arguments.length === 2) return { target, key: undefined, decorators, at }
  if (!key || !ts.isStringLiteralLike(key)) return undefined
  return ts.isPropertyAccessExpression(target) &&
    target.name.text === 'prototype' &&
    ts.isIdentifier(target.expression)
    ? { target: target.expression, key: key.text, decorators, at }
    : undefined
}

/** With a description of what is decorated, as the standard hands it to decorators. */
function ofContext(sources: SourceSet, at: ts.CallExpression): CompiledDecorators | undefined {
  const [, , list, context] = at.arguments
  if (!list || !context || !ts.isObjectLiteralExpression(context)) return undefined
  const kind = textOf(context, 'kind')
  const decorators = listOf(sources, list)
  const target = ts.findAncestor(at, ts.isClassLike) as ClassNode | undefined
  if (!decorators || !target) return undefined
  if (kind === 'class') return { target, key: undefined, decorators, at }
  const key = textOf(context, 'name')
  return key !== undefined && ['accessor', 'field', 'getter', 'setter'].includes(kind ?? '')
    ? { target, key, decorators, at }
    : undefined
}

/** With a number for what is decorated, nought for the class. */
function ofFlags(sources: SourceSet, at: ts.CallExpression): CompiledDecorators | undefined {
  const [, flags, key, list, target] = at.arguments
  if (!flags || !ts.isNumericLiteral(flags) || !key || !ts.isStringLiteralLike(key)) return undefined
  const decorators = list && listOf(sources, list)
  return decorators && target && ts.isIdentifier(target)
    ? { target, key: flags.text === '0' ? undefined : key.text, decorators, at }
    : undefined
}

function textOf(object: ts.ObjectLiteralExpression, name: string): string | undefined {
  for (const property of object.properties)
    if (
      ts.isPropertyAssignment(property) &&
      property.name.getText() === name &&
      ts.isStringLiteralLike(property.initializer)
    )
      return property.initializer.text
  return undefined
}

/** The list itself, or the one that was last kept under its name in the same file. */
function listOf(sources: SourceSet, expression: ts.Expression): ts.Expression[] | undefined {
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node)) return [...node.elements]
  if (!ts.isIdentifier(node)) return undefined
  const file = node.getSourceFile()
  const values = [
    ...sources
      .gather(file)
      .assignments.flatMap(({ left, right }) =>
        ts.isIdentifier(left) && left.text === node.text ? [right] : [],
      ),
    ...initialisers(node),
  ]
  const list = values.map(assignedValue).find(ts.isArrayLiteralExpression)
  return list && [...list.elements]
}

/** What variables of this name begin with, in the functions around it and at the top of its file. */
function initialisers(name: ts.Identifier): ts.Expression[] {
  const found: ts.Expression[] = []
  for (let at: ts.Node | undefined = name.parent; at as ts.Node | undefined; at = at.parent) {
    if (!ts.isBlock(at) && !ts.isSourceFile(at)) continue
    for (const statement of at.statements) {
      if (!ts.isVariableStatement(statement)) continue
      for (const { name: other, initializer } of statement.declarationList.declarations)
        if (ts.isIdentifier(other) && other.text === name.text && initializer) found.push(initializer)
    }
  }
  return found
}
