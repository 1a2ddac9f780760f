import ts from 'typescript'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'

/** Whether code makes markup: JSX, or what the calls that JSX stands for make. */
export function makesMarkup(sources: SourceSet, code: ts.Node): boolean {
  let found = false
  walk(code, (node) => {
    if (ts.isJsxElement(node) || ts.isJsxSelfClosingElement(node) || ts.isJsxFragment(node)) found = true
    if (ts.isCallExpression(node) && isMarkupCall(sources, node)) found = true
    return !found
  })
  return found
}

/**
 * Whether a call is one that JSX stands for, also as bundlers rename it (`_jsx`, `jsx2`,
 * `React3.createElement`).
 */
export function isMarkupCall(sources: SourceSet, call: ts.CallExpression): boolean {
  const callee = call.expression
  const file = call.getSourceFile().fileName
  if (ts.isIdentifier(callee)) {
    const imported = sources.importOf(file, callee.text)?.name
    return markupCalls.test(imported ?? callee.text)
  }
  // the document makes elements by a method of the same name
  return (
    ts.isPropertyAccessExpression(callee) &&
    ts.isIdentifier(callee.expression) &&
    callee.expression.text !== 'document' &&
    sources.importOf(file, callee.expression.text) !== undefined &&
    markupCalls.test(callee.name.text)
  )
}
const markupCalls = /^_?(createElement|jsxs?|jsxDEV)$/
