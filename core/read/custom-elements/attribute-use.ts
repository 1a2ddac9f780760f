import ts from 'typescript'
import type { ClassFacts } from './class-facts'
import { functionOf } from './lineage'
import { evaluate } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'

/** What the accessors and callbacks of a class do with attributes. */
interface Wiring {
  attribute?: string | undefined
  fallback?: ts.Expression | undefined
}

/**
 * `this.getAttribute(…)` in a getter, direct or through a helper that is given the element, and what the
 * getter falls back to where the attribute is missing.
 */
export function wiringOfGetter(facts: ClassFacts, body: ts.Block, value: ts.Expression | undefined): Wiring {
  const attribute = attributeNamed(facts, body, ['getAttribute', 'hasAttribute'])
  return {
    attribute,
    fallback: attribute === undefined || !value ? undefined : fallbackIn(facts.sources, value),
  }
}

/**
 * The attribute that a body reads or writes on its own element with one of the methods, or hands to a helper
 * together with the element.
 */
function attributeNamed(
  { sources, observed }: ClassFacts,
  body: ts.Node,
  methods: string[],
): string | undefined {
  let found: string | undefined
  walk(body, (node) => {
    if (found !== undefined || !ts.isCallExpression(node)) return
    const own =
      ts.isPropertyAccessExpression(node.expression) &&
      node.expression.expression.kind === ts.SyntaxKind.ThisKeyword &&
      methods.includes(node.expression.name.text)
    const helped =
      !own && node.arguments.some((argument) => unwrap(argument).kind === ts.SyntaxKind.ThisKeyword)
    for (const argument of own ? node.arguments.slice(0, 1) : helped ? node.arguments : []) {
      const name = evaluate(sources, argument)
      if (typeof name === 'string' && (own || observed.has(name) || helperTouches(sources, node, methods)))
        found ??= name
    }
  })
  return found
}

function helperTouches(sources: SourceSet, call: ts.CallExpression, methods: string[]): boolean {
  const fn = functionOf(sources, call.expression)
  return (
    !!fn?.body &&
    sources
      .gather(fn.body)
      .calls.some(
        (call) =>
          ts.isPropertyAccessExpression(call.expression) && methods.includes(call.expression.name.text),
      )
  )
}

/**
 * The constant a reading expression ends in: the right of `??` or `||`, or the constant arm of a condition.
 */
function fallbackIn(sources: SourceSet, expression: ts.Expression): ts.Expression | undefined {
  const node = unwrap(expression)
  if (ts.isBinaryExpression(node)) {
    const { kind } = node.operatorToken
    if (kind === ts.SyntaxKind.QuestionQuestionToken || kind === ts.SyntaxKind.BarBarToken)
      return evaluate(sources, node.right) === undefined ? fallbackIn(sources, node.right) : node.right
  }
  if (ts.isConditionalExpression(node)) {
    for (const arm of [node.whenFalse, node.whenTrue]) {
      if (evaluate(sources, arm) !== undefined) return arm
    }
    return fallbackIn(sources, node.whenFalse) ?? fallbackIn(sources, node.whenTrue)
  }
  if (ts.isCallExpression(node)) {
    // Number(this.getAttribute('x') ?? 2), or a helper of the library that takes the fallback last
    const inner = node.arguments
      .map((argument) => fallbackIn(sources, argument))
      .find((expression) => expression !== undefined)
    if (inner) return inner
    const last = node.arguments.at(-1)
    // the last of two is the attribute's name, not what stands for it
    const least = node.arguments.some((argument) => unwrap(argument).kind === ts.SyntaxKind.ThisKeyword)
      ? 2
      : 1
    return node.arguments.length > least && last && evaluate(sources, last) !== undefined ? last : undefined
  }
  return undefined
}

/** The attribute that a body writes on its own element. */
export const attributeWritten = (facts: ClassFacts, body: ts.Block): string | undefined =>
  attributeNamed(facts, body, ['setAttribute', 'toggleAttribute', 'removeAttribute'])
