import ts from 'typescript'
import type { Event } from '../../contract/event'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import { withoutUndefined } from '../../contract/type'
import type { CheckedTypes } from '../source/checked-types'
import { tagText } from '../source/comments'
import { isInPackage } from '../source/packages'
import { calledAs } from '../source/signatures'
import type { SourceSet } from '../source/source-set'
import { declaredEvents, type DeclaredEvents } from './declared-events'
import { firedFields } from './fired-fields'
import type { ClassNode } from './lineage'
import { everyNameOf, exportedAs } from './statics'

interface Members {
  props: Prop[]
  methods: Method[]
}

/** Private or protected, by its modifiers or by what its comment says. */
const isHidden = (symbol: ts.Symbol): boolean =>
  (symbol.declarations ?? []).some(
    (declaration) =>
      tagText(declaration, 'private', 'protected', 'internal', 'ignore') !== undefined ||
      !!(ts.getCombinedModifierFlags(declaration) & (ts.ModifierFlags.Private | ts.ModifierFlags.Protected)),
  )

/**
 * Members of compiled classes, joined with the declarations that were written for them: types, comments, what
 * is
 * optional, and what is private there. What the code says else stands; what only the declarations name is
 * added
 * where the library's own declare it.
 */
export function joinDeclarations(
  sources: SourceSet,
  types: CheckedTypes,
  tag: string,
  classes: ClassNode[],
  { props: all, methods }: Members,
): Members & { events: DeclaredEvents } {
  const fired = firedFields(sources, classes)
  const props = all.filter(({ name }) => !fired.has(name))
  const node = classes.find(isCompiled)
  const symbol = declaredSymbol(sources, types, tag, classes)
  if (!node || !symbol) return { props, methods, events: { own: [...fired.values()], ofAll: [] } }
  const declared = types.checker.getDeclaredTypeOfSymbol(symbol)
  const at = symbol.declarations![0]!
  const meant = (name: string) => declared.getProperty(name)
  // declarations name all that is public: what they leave out is between the code and itself
  const isKept = ({ name, ...member }: Prop | Method) => {
    const own = meant(name)
    return own === undefined ? 'attribute' in member && member.attribute !== undefined : !isHidden(own)
  }
  const joined = props.filter(isKept).map((prop) => {
    const own = meant(prop.name)
    return own && !isHidden(own) && !prop.attributeOnly ? withType(types, own, at, prop) : prop
  })
  const known = new Set([...all, ...methods].map(({ name }) => name))
  const added = declared
    .getProperties()
    .filter((own) => isField(own) && types.isOwn(own) && !isHidden(own) && !known.has(own.name))
    .filter(({ name }) => !/^[_#]|[^\w$]/.test(name))
    .map((own): Prop => withType(types, own, at, fromDeclaration(sources, node, own)))
  const inMaps = declaredEvents(sources, types, symbol)
  return {
    props: [...joined, ...added],
    methods: methods.filter(isKept).map((method) => asDeclared(types, meant(method.name), at, method)),
    events: {
      own: [
        ...inMaps.own,
        ...[...fired.values()].flatMap((event) => withDetail(types, meant(event.name), at, event)),
      ],
      ofAll: inMaps.ofAll,
    },
  }
}

/** An event with what its field is declared to carry; nothing where the declarations keep it private. */
function withDetail(types: CheckedTypes, field: ts.Symbol | undefined, at: ts.Node, event: Event): Event[] {
  if (!field || isHidden(field)) return []
  const { comment, deprecated } = types.wordsOf(field)
  const carried = types.checker.getTypeOfSymbolAtLocation(field, at).getProperty('detail')
  const detail = carried && types.ofMember(carried, at)
  return [
    {
      ...event,
      known: 'declared',
      ...(detail && detail.is !== 'void' ? { detail } : {}),
      ...(comment ? { comment } : {}),
      ...(deprecated === undefined ? {} : { deprecated }),
    },
  ]
}

/** The class or interface that was declared for a compiled element, by its tag or by its class. */
function declaredSymbol(
  sources: SourceSet,
  types: CheckedTypes,
  tag: string,
  classes: ClassNode[],
): ts.Symbol | undefined {
  const node = classes.find(isCompiled)
  const symbol =
    node &&
    (types.declaredElement(tag) ??
      types.declared(node.getSourceFile().fileName, namesHandedOn(sources, node)))
  return symbol && symbol.flags & (ts.SymbolFlags.Class | ts.SymbolFlags.Interface) ? symbol : undefined
}

/** The names a class goes by, and `default` where its file hands it on so. */
const namesHandedOn = (sources: SourceSet, node: ClassNode): string[] => {
  const names = everyNameOf(sources, node)
  return exportedAs(sources, node) === 'default' ? [...names, 'default'] : [...names]
}

const isCompiled = (node: ClassNode): boolean => {
  const file = node.getSourceFile().fileName
  return /\.[cm]?jsx?$/.test(file) && !isInPackage(file)
}

/** A property that is no method and is not written by the library alone. */
const isField = (symbol: ts.Symbol): boolean =>
  !!(symbol.flags & (ts.SymbolFlags.Property | ts.SymbolFlags.Accessor)) &&
  !(symbol.declarations ?? []).some(
    (declaration) => !!(ts.getCombinedModifierFlags(declaration) & ts.ModifierFlags.Static),
  )

function withType(types: CheckedTypes, symbol: ts.Symbol, at: ts.Node, prop: Prop): Prop {
  const model = types.ofMember(symbol, at)
  const { type, optional } = withoutUndefined(model)
  const isSaid = !(type.is === 'other' && (type.text === 'any' || type.text === 'unknown'))
  const { comment, deprecated, since } = types.wordsOf(symbol)
  return {
    ...prop,
    ...(isSaid ? { type, known: 'declared' as const } : {}),
    required: prop.required && !optional && !(symbol.flags & ts.SymbolFlags.Optional),
    ...((prop.comment ?? comment) ? { comment: prop.comment ?? comment } : {}),
    ...((prop.deprecated ?? deprecated) === undefined ? {} : { deprecated: prop.deprecated ?? deprecated }),
    ...((prop.since ?? since) ? { since: prop.since ?? since } : {}),
  }
}

/** A method with what it is declared to take and to answer. */
function asDeclared(types: CheckedTypes, symbol: ts.Symbol | undefined, at: ts.Node, method: Method): Method {
  const called = symbol && calledAs(types, types.checker.getTypeOfSymbolAtLocation(symbol, at), at)
  if (!called) return method
  const comment = method.comment ?? called.comment
  return { ...method, takes: called.takes, returns: called.returns, ...(comment ? { comment } : {}) }
}

/** A prop that only the declarations name. */
const fromDeclaration = (sources: SourceSet, node: ClassNode, symbol: ts.Symbol): Prop => ({
  kind: 'prop',
  name: symbol.name,
  place: symbol.declarations?.[0] ? sources.place(symbol.declarations[0]) : sources.place(node),
  known: 'declared',
  disagreements: [],
  type: { is: 'other', text: 'unknown' },
  readonly: (symbol.declarations ?? []).some(
    (declaration) =>
      !!(ts.getCombinedModifierFlags(declaration) & ts.ModifierFlags.Readonly) ||
      (ts.isGetAccessorDeclaration(declaration) && !(symbol.flags & ts.SymbolFlags.SetAccessor)),
  ),
  reflects: false,
  required: false,
})
