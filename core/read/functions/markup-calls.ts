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
/** Whether a function shows the component that it is given: it makes one out of another, and is none. */
export function showsWhatItIsGiven(sources: SourceSet, fn: ts.SignatureDeclaration): boolean {
  const given = fn.parameters[0]?.name
  const body = 'body' in fn ? fn.body : undefined
  if (!given || !ts.isIdentifier(given) || !body) return false
  const isGiven = (node: ts.Node | undefined) =>
    node !== undefined && ts.isIdentifier(node) && node.text === given.text
  let found = false
  walk(body, (node) => {
    if (ts.isJsxOpeningElement(node) || ts.isJsxSelfClosingElement(node)) found ||= isGiven(node.tagName)
    if (ts.isCallExpression(node) && isMarkupCall(sources, node)) found ||= isGiven(node.arguments[0])
    return !found
  })
  return found
}

const markupCalls = /^_?(createElement|jsxs?|jsxDEV)$/
