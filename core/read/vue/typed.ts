import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { tagText } from '../source/comments'
import type { VueMembers } from './members'

/** Members that are declared by a type, which the compiler is asked for. */
export class TypedMembers {
  constructor(private readonly members: VueMembers) {}

  private membersOf(node: ts.TypeNode) {
    return this.members.types.propsOf(this.members.types.checker.getTypeFromTypeNode(node), node)
  }

  private placeOf(
    symbol: ts.Symbol,
    otherwise: ts.Node,
  ): { place: Prop['place']; node: ts.Node | undefined } {
    const own = symbol.declarations?.find((declaration) =>
      this.members.sources.texts.has(declaration.getSourceFile().fileName),
    )
    return { place: this.members.sources.place(own ?? otherwise), node: own }
  }

  private commentOf(symbol: ts.Symbol): Pick<Prop, 'comment' | 'deprecated' | 'since'> {
    const { default: _stated, ...words } = this.members.types.wordsOf(symbol)
    return words
  }

  props(node: ts.TypeNode): void {
    for (const { symbol, name, optional, model: typed } of this.membersOf(node)) {
      const { place, node: declared } = this.placeOf(symbol, node)
      if (declared && tagText(declared, 'internal', 'private', 'ignore') !== undefined) continue
      const model = withoutUndefined(typed())
      const { default: stated, ...words } = this.members.types.wordsOf(symbol)
      if (stated) this.members.stated.set(name, stated)
      this.members.props.set(name, {
        kind: 'prop',
        name,
        place,
        known: 'declared',
        disagreements: [],
        type: model.type,
        readonly: false,
        reflects: false,
        required: !optional && !model.optional,
        ...words,
        // Vue turns a missing boolean into false (Vue guide, boolean casting)
        ...(model.type.is === 'boolean' ? { default: 'false', defaultValue: false } : {}),
      })
    }
  }

  emits(node: ts.TypeNode): void {
    const { checker } = this.members.types
    const type = checker.getTypeFromTypeNode(node)
    for (const { symbol, name } of this.membersOf(node)) {
      const payload = checker.getTypeOfSymbolAtLocation(symbol, node)
      const { place } = this.placeOf(symbol, node)
      const carried = checker.isTupleType(payload)
        ? checker.getTypeArguments(payload as ts.TypeReference)
        : payload
            .getCallSignatures()[0]
            ?.getParameters()
            .map((parameter) => checker.getTypeOfSymbolAtLocation(parameter, node))
      this.members.addEvent(name, node, this.payload(carried ?? [], node), 'declared', {
        place,
        ...this.commentOf(symbol),
      })
    }
    const signatures = type.isIntersection()
      ? type.types.flatMap((type) => type.getCallSignatures())
      : type.getCallSignatures()
    for (const signature of signatures) {
      const [first, ...rest] = signature
        .getParameters()
        .map((parameter) => checker.getTypeOfSymbolAtLocation(parameter, node))
      for (const type of first?.isUnion() ? first.types : first ? [first] : []) {
        if (type.isStringLiteral())
          this.members.addEvent(type.value, signature.getDeclaration(), this.payload(rest, node), 'declared')
      }
    }
  }

  /** One value is what the event carries; several are told as a list of places. */
  private payload(values: readonly ts.Type[], at: ts.Node): TypeModel | undefined {
    const models = values.map((value) => this.members.types.model(value, at))
    return models.length < 2
      ? models[0]
      : { is: 'object', fields: models.map((type, i) => ({ name: String(i), type, optional: false })) }
  }

  slots(node: ts.TypeNode): void {
    const { checker } = this.members.types
    for (const { symbol, name } of this.membersOf(node)) {
      const { place } = this.placeOf(symbol, node)
      const type = checker.getTypeOfSymbolAtLocation(symbol, node)
      const given = checker.getNonNullableType(type).getCallSignatures()[0]?.getParameters()[0]
      const handed = given && checker.getTypeOfSymbolAtLocation(given, node)
      const passes =
        handed && !(handed.flags & ts.TypeFlags.Any)
          ? handed.getProperties().map((property) => ({
              name: property.name,
              type: this.members.types.model(checker.getTypeOfSymbolAtLocation(property, node), node),
            }))
          : []
      this.members.slots.set(name === 'default' ? '' : name, {
        kind: 'slot',
        name: name === 'default' ? '' : name,
        place,
        known: 'declared',
        disagreements: [],
        fallback: '',
        feeds: [],
        ...(passes.length ? { passes } : {}),
        ...this.commentOf(symbol),
      })
    }
  }
}
