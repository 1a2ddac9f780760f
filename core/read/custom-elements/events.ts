import ts from 'typescript'
import { mergeDetail, type Event } from '../../contract/event'
import { evaluate } from '../source/evaluate'
import type { Sink } from './reach'
import type { SourceSet } from '../source/source-set'
import { typeOfExpression, typeOfNode } from '../source/type-nodes'

export function readEvents(sources: SourceSet, uses: Sink[]): Event[] {
  const events = new Map<string, Event>()
  for (const sink of uses) {
    if (sink.kind !== 'event') continue
    const name = evaluate(sources, sink.value)
    if (typeof name !== 'string') continue
    const option = (key: string): boolean => {
      if (!sink.options || !ts.isObjectLiteralExpression(sink.options)) return false
      const property = sink.options.properties.find((property) => property.name?.getText() === key)
      return (
        property !== undefined &&
        ts.isPropertyAssignment(property) &&
        property.initializer.kind !== ts.SyntaxKind.FalseKeyword
      )
    }
    const typed = sink.typed && isTypeParameter(sink.typed) ? undefined : sink.typed
    const detail = typed
      ? typeOfNode(sources, typed)
      : sink.detail
        ? typeOfExpression(sources, sink.detail)
        : undefined
    const known = events.get(name)
    const merged = mergeDetail(known?.detail, detail)
    const event: Event = {
      kind: 'event',
      name,
      place: known?.place ?? sources.place(sink.at),
      known: typed ? 'declared' : 'inferred',
      disagreements: [],
      bubbles: option('bubbles'),
      composed: option('composed'),
      cancelable: option('cancelable'),
      ...(merged ? { detail: merged } : {}),
    }
    events.set(name, event)
  }
  return [...events.values()]
}

/** Whether a written type is only a type parameter of the function around it, and so says nothing. */
function isTypeParameter(node: ts.TypeNode): boolean {
  if (!ts.isTypeReferenceNode(node)) return false
  const owner = ts.findAncestor(node, ts.isFunctionLike)
  return !!owner?.typeParameters?.some((typeParameter) => typeParameter.name.text === node.typeName.getText())
}
