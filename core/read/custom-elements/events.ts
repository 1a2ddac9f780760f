import ts from 'typescript'
import { mergeDetail, type Event } from '../../contract/event'
import { evaluate } from '../source/evaluate'
import type { Opener } from '../source/fragment'
import { textsOf } from '../source/texts'
import type { Use } from './sinks'
import type { SourceSet } from '../source/source-set'
import { typeOfExpression, typeOfNode } from '../source/type-nodes'

/**
 * The events that a component’s code dispatches; one use may be of several names, by a choice of constants.
 */
export function readEvents(sources: SourceSet, uses: Use[], opening: (use: Use) => Opener): Event[] {
  const events = new Map<string, Event>()
  for (const sink of uses) {
    if (sink.kind !== 'event') continue
    for (const name of textsOf(sources, sink.value, opening(sink)))
      events.set(name, eventOf(sources, name, sink, events.get(name)))
  }
  return [...events.values()]
}

/** Whether the name of every event that is dispatched is known. */
export const areEventsRead = (sources: SourceSet, uses: Use[], opening: (use: Use) => Opener): boolean =>
  uses.every((use) => use.kind !== 'event' || textsOf(sources, use.value, opening(use)).length > 0)

function eventOf(sources: SourceSet, name: string, sink: Use, known: Event | undefined): Event {
  const typed = sink.typed && isTypeParameter(sink.typed) ? undefined : sink.typed
  const detail = typed
    ? typeOfNode(sources, typed)
    : sink.detail
      ? typeOfExpression(sources, sink.detail)
      : undefined
  const merged = mergeDetail(known?.detail, detail)
  return {
    kind: 'event',
    name,
    place: known?.place ?? sources.place(sink.at),
    known: typed ? 'declared' : 'inferred',
    disagreements: [],
    bubbles: hasOption(sources, sink, 'bubbles'),
    composed: hasOption(sources, sink, 'composed'),
    cancelable: hasOption(sources, sink, 'cancelable'),
    ...(merged ? { detail: merged } : {}),
  }
}

/** Whether an option is given: with a value that is known, or with one that may be anything. */
function hasOption(sources: SourceSet, { options, given }: Use, key: string): boolean {
  if (!options || !ts.isObjectLiteralExpression(options)) return false
  const property = options.properties.find((property) => property.name?.getText() === key)
  if (!property || !ts.isPropertyAssignment(property)) return false
  const names = new Map(
    [...given].map(([parameter, value]) => [parameter.name.getText(), evaluate(sources, value)]),
  )
  return evaluate(sources, property.initializer, names) !== false
}

/** Whether a written type is only a type parameter of the function around it, and so says nothing. */
function isTypeParameter(node: ts.TypeNode): boolean {
  if (!ts.isTypeReferenceNode(node)) return false
  const owner = ts.findAncestor(node, ts.isFunctionLike)
  return !!owner?.typeParameters?.some((typeParameter) => typeParameter.name.text === node.typeName.getText())
}
