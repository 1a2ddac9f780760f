import ts from 'typescript'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import type { ClassNode } from './lineage'

/**
 * The name of the event that a parameter is, where its function is a listener: given to `addEventListener` in
 * place
 * or by name, or bound in a template, as in `@change=${…}`.
 */
export function eventHeardBy(
  sources: SourceSet,
  parameter: ts.ParameterDeclaration,
  classes: ClassNode[],
): ts.Expression | undefined {
  const fn = parameter.parent
  if (fn.parameters[0] !== parameter) return undefined
  const inPlace = heardIn(fn)
  if (inPlace) return inPlace
  const holder = ts.isPropertyDeclaration(fn.parent) ? fn.parent : fn
  const name = ts.isClassElement(holder) ? holder.name?.getText() : undefined
  if (name === undefined) return undefined
  for (const node of classes) {
    const { calls, tagged } = sources.gather(node)
    for (const call of calls) {
      const [event, listener] = call.arguments
      if (event && listener && isListening(call) && namesMember(listener, name)) return event
    }
    for (const { template } of tagged) {
      if (!ts.isTemplateExpression(template)) continue
      for (const span of template.templateSpans)
        if (namesMember(span.expression, name)) return boundIn(span) ?? undefined
    }
  }
  return undefined
}

const isListening = (call: ts.CallExpression): boolean =>
  ts.isPropertyAccessExpression(call.expression) && call.expression.name.text === 'addEventListener'

function heardIn(fn: ts.Node): ts.Expression | undefined {
  const at = fn.parent
  if (ts.isCallExpression(at) && isListening(at) && at.arguments[1] === fn) return at.arguments[0]
  return ts.isTemplateSpan(at) ? boundIn(at) : undefined
}

/** `this.name`, or that bound to its component. */
function namesMember(expression: ts.Expression, name: string): boolean {
  const node = unwrap(expression)
  if (ts.isPropertyAccessExpression(node))
    return node.expression.kind === ts.SyntaxKind.ThisKeyword && node.name.text === name
  return (
    ts.isCallExpression(node) &&
    ts.isPropertyAccessExpression(node.expression) &&
    node.expression.name.text === 'bind' &&
    namesMember(node.expression.expression, name)
  )
}

/** The event in the text before a place of a template: `<input @change=`. */
function boundIn(span: ts.TemplateSpan): ts.Expression | undefined {
  const template = span.parent
  const i = template.templateSpans.indexOf(span)
  const before = i === 0 ? template.head.text : template.templateSpans[i - 1]!.literal.text
  const event = /\s@([\w:.-]+)=["']?$/.exec(before)?.[1]
  return event === undefined ? undefined : ts.factory.createStringLiteral(event)
}
