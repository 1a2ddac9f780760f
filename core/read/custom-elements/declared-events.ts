import ts from 'typescript'
import type { Event } from '../../contract/event'
import type { CheckedTypes } from '../source/checked-types'
import type { SourceSet } from '../source/source-set'

/**
 * Events that declarations name: those of one element, and those that a library adds to the map of every
 * element (`HTMLElementEventMap`), which say what an event is and not who fires it.
 */
export interface DeclaredEvents {
  own: Event[]
  ofAll: Event[]
}

/**
 * Events that declarations name for an element: overloads of `addEventListener` whose first parameter is a
 * key of a map of events, as the DOM's declarations have them. What a listener gets is the value of the map,
 * or an event with that as its detail.
 */
export function declaredEvents(sources: SourceSet, types: CheckedTypes, element: ts.Symbol): DeclaredEvents {
  const { checker } = types
  const listening = checker.getDeclaredTypeOfSymbol(element).getProperty('addEventListener')
  const own = new Map<string, Event>()
  const ofAll = new Map<string, Event>()
  for (const overload of listening?.declarations ?? []) {
    if (!ts.isMethodSignature(overload) && !ts.isMethodDeclaration(overload)) continue
    const map = mapOf(checker, overload)
    if (!map || !types.isOwn(map.symbol)) continue
    const found = isOfAll(types, map.symbol) ? ofAll : own
    const isDetail = wrapsValue(overload, map.name)
    for (const property of checker.getDeclaredTypeOfSymbol(map.symbol).getProperties()) {
      // those that every element has stand in the map of the DOM
      if (found.has(property.name) || !types.isOwn(property)) continue
      found.set(property.name, eventOf(sources, types, property, isDetail))
    }
  }
  return { own: [...own.values()], ofAll: [...ofAll.values()] }
}

/** Whether a map is one that the library only adds to: a part of it is declared elsewhere. */
const isOfAll = (types: CheckedTypes, map: ts.Symbol): boolean =>
  (map.declarations ?? []).some((declaration) => !types.isOwnFile(declaration.getSourceFile().fileName))

/**
 * Events that code fires, with what declarations say of them; and those that are declared for the element.
 */
export function withDeclared(found: readonly Event[], { own, ofAll }: DeclaredEvents): Event[] {
  const named = new Map(own.map((event) => [event.name, event]))
  const anywhere = new Map(ofAll.map((event) => [event.name, event]))
  const joined = found.map((event): Event => {
    const said = named.get(event.name) ?? anywhere.get(event.name)
    if (!said) return event
    named.delete(event.name)
    const detail = event.known === 'declared' ? (event.detail ?? said.detail) : (said.detail ?? event.detail)
    const deprecated = event.deprecated ?? said.deprecated
    return {
      ...event,
      known: 'declared',
      ...(detail ? { detail } : {}),
      ...((event.comment ?? said.comment) ? { comment: event.comment ?? said.comment } : {}),
      ...(deprecated === undefined ? {} : { deprecated }),
    }
  })
  return [...joined, ...named.values()]
}

/** The map that the type parameter of an overload is a key of. */
function mapOf(
  checker: ts.TypeChecker,
  { typeParameters }: ts.SignatureDeclaration,
): { symbol: ts.Symbol; name: string } | undefined {
  const constraint = typeParameters?.[0]?.constraint
  if (!constraint || !ts.isTypeOperatorNode(constraint) || !ts.isTypeReferenceNode(constraint.type))
    return undefined
  const { typeName } = constraint.type
  const symbol = checker.getSymbolAtLocation(typeName)
  const named = symbol && symbol.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(symbol) : symbol
  return named && { symbol: named, name: typeName.getText() }
}

/** Whether a listener gets something made of the map's value, and not the value itself. */
function wrapsValue({ parameters }: ts.SignatureDeclaration, map: string): boolean {
  const listener = parameters[1]?.type
  if (!listener || !ts.isFunctionTypeNode(listener)) return false
  const event = listener.parameters.find((parameter) => parameter.name.getText() !== 'this')?.type
  return event !== undefined && !ts.isIndexedAccessTypeNode(event) && event.getText().includes(`${map}[`)
}

function eventOf(sources: SourceSet, types: CheckedTypes, property: ts.Symbol, isDetail: boolean): Event {
  const at = property.declarations![0]!
  const value = types.checker.getTypeOfSymbolAtLocation(property, at)
  const detail = isDetail ? value : typeOfDetail(types.checker, value, at)
  const model = detail && types.model(detail, at)
  const isKnown = model && model.is !== 'void' && !(model.is === 'other' && model.text === 'any')
  const { comment, deprecated } = types.wordsOf(property)
  return {
    kind: 'event',
    name: property.name,
    place: sources.place(at),
    known: 'declared',
    disagreements: [],
    // declarations say nothing of how it travels: that is what events have unless code says otherwise
    bubbles: false,
    composed: false,
    cancelable: false,
    ...(isKnown ? { detail: model } : {}),
    ...(comment ? { comment } : {}),
    ...(deprecated === undefined ? {} : { deprecated }),
  }
}

function typeOfDetail(checker: ts.TypeChecker, event: ts.Type, at: ts.Node): ts.Type | undefined {
  const detail = event.getProperty('detail')
  return detail && checker.getTypeOfSymbolAtLocation(detail, at)
}
