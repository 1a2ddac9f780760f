import ts from 'typescript'
import { exportsOf } from '../source/exported'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { isDefine } from './define-helpers'

/**
 * The export of a module that registers an element when it is called, where loading the module does not:
 * `export const define = () => customElements.define('x-bell', Bell)`. Nothing where the module registers it
 * by itself, or where the function wants to be given something.
 */
export function definerOf(sources: SourceSet, file: string, tag: string): string | undefined {
  const script = sources.script(file)
  if (!script) return undefined
  const isAtOnce = sources
    .gather(script)
    .calls.some((call) => isDefine(call) && !ts.findAncestor(call, ts.isFunctionLike))
  if (isAtOnce) return undefined
  const called = new Set(
    script.statements.flatMap((statement) => {
      const call = ts.isExpressionStatement(statement) ? unwrap(statement.expression) : undefined
      return call && ts.isCallExpression(call) && ts.isIdentifier(call.expression)
        ? [call.expression.text]
        : []
    }),
  )
  const definers = exportsOf(sources, file).flatMap(({ name, exportName, node }) => {
    const fn = functionOf(node)
    const defines = fn?.parameters.every(isOptional) && sources.gather(fn).calls.some(isDefine)
    return fn && defines ? [{ name, exportName, says: fn.getText().includes(tag) }] : []
  })
  if (definers.some(({ name }) => called.has(name))) return undefined
  return (definers.find(({ says }) => says) ?? (definers.length === 1 ? definers[0] : undefined))?.exportName
}

function functionOf(node: ts.Declaration): ts.FunctionLikeDeclaration | undefined {
  if (ts.isFunctionDeclaration(node)) return node
  const value = ts.isVariableDeclaration(node) && node.initializer ? unwrap(node.initializer) : undefined
  return value && (ts.isArrowFunction(value) || ts.isFunctionExpression(value)) ? value : undefined
}
const isOptional = (parameter: ts.ParameterDeclaration): boolean =>
  parameter.initializer !== undefined ||
  parameter.questionToken !== undefined ||
  parameter.dotDotDotToken !== undefined
