import ts from 'typescript'
import { constantOf } from '../source/constants'
import { functionBehind, functionIn, returnedBy } from '../source/declarations'
import { unwrap } from '../source/nodes'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import { nameOfOptions, type Completed } from './completed'
import { runtimeFunction, runtimeName } from './runtime'

/**
 * Functions of Vue that make a node of an element or a component, its attributes second, what is in it
 * third.
 */
const makers = new Set(['createElementBlock', 'createBlock', 'createElementVNode', 'createVNode', 'h'])
/** Functions of Vue that hand back the node they are given first. */
const passing = new Set(['withDirectives', 'withMemo'])
/** Nodes that stand for several, or for none in this place: attributes do not fall through to them. */
const several = new Set(['Fragment', 'Teleport'])

/**
 * What a render function of a component gives in the end: that of its options, one added to them, or the
 * one its setup answers with.
 */
export function renderedBy(
  sources: SourceSet,
  options: ts.ObjectLiteralExpression,
  completed: Completed,
): ts.Expression | undefined {
  const render = functionIn(sources, options, 'render')?.body ?? bodyBehind(sources, completed.get('render'))
  if (render) return returnedBy(render)
  const setup = functionIn(sources, options, 'setup')?.body
  const answer = setup && returnedBy(setup)
  return answer && returnedBy(bodyBehind(sources, answer))
}

const bodyBehind = (sources: SourceSet, given: ts.Expression | undefined): ts.ConciseBody | undefined =>
  given && functionBehind(sources, given)?.body

/**
 * Where attributes land that are no props, in what a component renders: the element that is handed
 * `$attrs`, else a single root unless `inherits` is false (Vue guide, fallthrough attributes).
 * `undefined` where it is not known.
 */
export function handedOnTo(
  sources: SourceSet,
  rendered: ts.Expression,
  inherits: boolean,
): { to: string | undefined } | undefined {
  const bound = sources.gather(rendered).calls.find((call) => isMaker(sources, call) && takesAttributes(call))
  if (bound) return { to: tagOf(sources, bound) }
  const root = inherits ? rootOf(sources, rendered) : undefined
  return root && { to: tagOf(sources, root) }
}

const isMaker = (sources: SourceSet, call: ts.CallExpression): boolean =>
  makers.has(runtimeFunction(sources, call) ?? '')

/** Whether what is given as the attributes of a node holds `$attrs`, of the instance or by itself. */
function takesAttributes({ arguments: [, attributes] }: ts.CallExpression): boolean {
  let isHeld = false
  if (attributes)
    walk(attributes, (node) => {
      isHeld ||= ts.isIdentifier(node) && node.text === '$attrs'
      return !isHeld
    })
  return isHeld
}

/** The call that makes the node an expression comes to; of a condition that of its first arm. */
function rootOf(sources: SourceSet, expression: ts.Expression): ts.CallExpression | undefined {
  const node = lastOf(expression)
  if (ts.isConditionalExpression(node))
    return rootOf(sources, node.whenTrue) ?? rootOf(sources, node.whenFalse)
  if (!ts.isCallExpression(node)) return undefined
  if (isMaker(sources, node) || runtimeFunction(sources, node) === 'renderSlot') return node
  const [first] = node.arguments
  return first && passing.has(runtimeFunction(sources, node) ?? '') ? rootOf(sources, first) : undefined
}

/** What an expression comes to: the last of a sequence, what is kept where it is not yet there. */
function lastOf(expression: ts.Expression): ts.Expression {
  const node = unwrap(expression)
  if (!ts.isBinaryExpression(node)) return node
  const { kind } = node.operatorToken
  const isLast =
    kind === ts.SyntaxKind.CommaToken ||
    kind === ts.SyntaxKind.BarBarToken ||
    kind === ts.SyntaxKind.EqualsToken
  return isLast ? lastOf(node.right) : node
}

/** What a node is of, as a template would name it; `undefined` where it stands for several or for a slot. */
function tagOf(sources: SourceSet, call: ts.CallExpression): string | undefined {
  const [first] = call.arguments
  if (!first || !isMaker(sources, call)) return undefined
  const node = unwrap(first)
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isCallExpression(node)) return resolvedTag(sources, node)
  if (!ts.isIdentifier(node)) return undefined
  const kept = constantOf(sources, node)
  const made = kept && unwrap(kept)
  const resolved = made && ts.isCallExpression(made) ? resolvedTag(sources, made) : undefined
  const isKnown =
    resolved !== undefined || sources.lookUp(node.getSourceFile().fileName, node.text) !== undefined
  // what is only known inside the function is chosen while it is rendered
  if (!isKnown && !isImported(sources, node)) return 'component'
  const name = resolved ?? nameOfOptions(sources, node) ?? runtimeName(sources, node) ?? node.text
  return several.has(name) ? undefined : name
}

const isImported = (sources: SourceSet, name: ts.Identifier): boolean =>
  sources.importOf(name.getSourceFile().fileName, name.text) !== undefined

/** A component by its name, or one that is chosen while it is rendered. */
function resolvedTag(sources: SourceSet, call: ts.CallExpression): string | undefined {
  const does = runtimeFunction(sources, call)
  const [name] = call.arguments
  if (does === 'resolveDynamicComponent') return 'component'
  return does === 'resolveComponent' && name && ts.isStringLiteralLike(name) ? name.text : undefined
}

/** Characters of what stands in a slot that are kept. */
const mostMarkup = 500

/** What code that makes nodes would be as markup: what stands in a slot that nobody fills. */
export const markupOf = (sources: SourceSet, made: ts.Expression): string =>
  printed(sources, made, 0).trim().slice(0, mostMarkup)

function printed(sources: SourceSet, expression: ts.Expression, depth: number): string {
  const node = lastOf(expression)
  if (depth > 20) return ''
  const print = (inner: ts.Expression) => printed(sources, inner, depth + 1)
  if (ts.isArrayLiteralExpression(node)) return node.elements.map(print).join('')
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isConditionalExpression(node)) return print(node.whenTrue)
  if (ts.isBinaryExpression(node)) return print(node.left) + print(node.right)
  const body = ts.isArrowFunction(node) || ts.isFunctionExpression(node) ? returnedBy(node.body) : undefined
  if (body) return print(body)
  if (ts.isIdentifier(node)) {
    const kept = constantOf(sources, node)
    return kept ? print(kept) : ''
  }
  return ts.isCallExpression(node) ? printedCall(sources, node, print) : ''
}

function printedCall(
  sources: SourceSet,
  call: ts.CallExpression,
  print: (inner: ts.Expression) => string,
): string {
  const [first, second, third] = call.arguments
  const does = runtimeFunction(sources, call)
  if (!first || does === 'createCommentVNode') return ''
  if (does === 'toDisplayString') return `{{ ${asInTemplate(first)} }}`
  if (does === 'renderList') return second ? print(second) : ''
  if (does === 'renderSlot') return '<slot></slot>'
  if (!isMaker(sources, call)) return print(first)
  const inside = third ? print(third) : ''
  const tag = tagOf(sources, call)
  return tag === undefined ? inside : `<${tag}>${inside}</${tag}>`
}

/** An expression as a template has it, without what the compiler takes its names from. */
const asInTemplate = (node: ts.Expression): string =>
  node
    .getText()
    .replace(/\b_?_?(?:ctx|props|setup)\.|\$(?:props|setup|data|options)\./g, '')
    .replace(/\s+/g, ' ')
