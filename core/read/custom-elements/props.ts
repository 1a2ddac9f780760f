import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { attributeWritten, wiringOfGetter } from './attribute-use'
import type { ClassFacts } from './class-facts'
import type { DeclaredProp } from './declared'
import type { ClassNode } from './lineage'
import { isOtherDefault } from '../source/stated-default'
import { returnedBy } from '../source/declarations'
import { tagText, wordsOf } from '../source/comments'
import { printPlain } from '../source/defaults'
import { evaluate, evaluateAtRest, nameOf } from '../source/evaluate'
import type { Plain } from '../source/plain'
import type { SourceSet } from '../source/source-set'
import { hasModifier, unwrap } from '../source/nodes'
import { typeOfExpression, typeOfNode } from '../source/type-nodes'

/**
 * The type of a prop: as written, as a comment's `@type` says, as it is declared to the library, or as its
 * first value shows.
 */
function typeIn(
  { sources }: ClassFacts,
  node: ts.Node,
  written: ts.TypeNode | undefined,
  declared: TypeModel | undefined,
  value: ts.Expression | undefined,
): { type: TypeModel; optional: boolean; known: boolean } {
  const typeNode = written ?? ts.getJSDocType(node)
  if (typeNode) return { ...withoutUndefined(typeOfNode(sources, typeNode)), known: true }
  const shown = value && typeOfExpression(sources, value)
  const type =
    declared &&
    (!shown ||
      shown.is === 'null' ||
      shown.is === 'undefined' ||
      shown.is === 'other' ||
      declared.is !== shown.is)
      ? declared
      : (shown ?? ({ is: 'other', text: 'unknown' } as TypeModel))
  return { ...withoutUndefined(type), known: declared !== undefined }
}

export function propOfField(facts: ClassFacts, name: string, member: ts.PropertyDeclaration): Prop {
  const declared = facts.declared.get(name)
  const value = first(
    facts,
    facts.assigned.get(name)?.value,
    firstValue(member.initializer),
    declared?.default,
  )
  const { type, optional, known } = typeIn(facts, member, member.type, declared?.type, value)
  const attribute = declared ? declared.attribute : observedOne(facts, facts.fed.get(name))
  return finish(facts.sources, member, {
    name,
    type,
    attribute,
    reflects: declared?.reflects ?? false,
    default: value,
    optional: optional || !!member.questionToken || !!declared,
    readonly: hasModifier(member, ts.SyntaxKind.ReadonlyKeyword),
    declared: known,
    other: declared && declared.node !== member ? declared.node : undefined,
  })
}

/** The first value that is known; where none is, the first there is. */
const first = (
  { sources }: ClassFacts,
  ...values: (ts.Expression | undefined)[]
): ts.Expression | undefined =>
  values.find((value) => value && evaluate(sources, value) !== undefined) ??
  values.find((value) => value !== undefined)

const observedOne = ({ observed }: ClassFacts, attribute: string | undefined) =>
  attribute && observed.has(attribute) ? attribute : undefined

export function propOfDeclared(facts: ClassFacts, declaredProp: DeclaredProp): Prop {
  const value = facts.assigned.get(declaredProp.name)?.value ?? declaredProp.default
  const { type, known } = typeIn(facts, declaredProp.node, undefined, declaredProp.type, value)
  return finish(facts.sources, declaredProp.node, {
    name: declaredProp.name,
    type,
    attribute: declaredProp.attribute,
    reflects: declaredProp.reflects,
    default: value,
    optional: true,
    readonly: false,
    declared: known,
  })
}

export function propOfAssigned(facts: ClassFacts, name: string, node: ts.Node, value: ts.Expression): Prop {
  const { type, optional, known } = typeIn(facts, node, undefined, undefined, value)
  return finish(facts.sources, node, {
    name,
    type,
    attribute: observedOne(facts, facts.fed.get(name)),
    reflects: false,
    default: value,
    optional,
    readonly: false,
    declared: known,
  })
}

/** An attribute the component watches without a property of the same meaning. */
export function attributeAlone({ sources, classes }: ClassFacts, attribute: string): Prop {
  const at =
    classes
      .flatMap((classNode) => [...classNode.members])
      .find((classElement) => classElement.name?.getText() === 'observedAttributes') ?? classes[0]!
  return {
    kind: 'prop',
    name: attribute,
    place: sources.place(at),
    known: 'inferred',
    disagreements: [],
    type: { is: 'string' },
    readonly: false,
    reflects: false,
    required: false,
    attribute,
    attributeOnly: true,
  }
}

export function propOfAccessor(facts: ClassFacts, name: string, node: ClassNode): Prop {
  const { sources, fed } = facts
  const declared = facts.declared.get(name)
  const getter = node.members.find(
    (member): member is ts.GetAccessorDeclaration =>
      ts.isGetAccessorDeclaration(member) && nameOf(sources, member.name) === name,
  )
  const setter = node.members.find(
    (member): member is ts.SetAccessorDeclaration =>
      ts.isSetAccessorDeclaration(member) && nameOf(sources, member.name) === name,
  )
  const shown = (getter ?? setter)!
  const value = returnedBy(getter?.body)
  const reading = getter?.body ? wiringOfGetter(facts, getter.body, value) : {}
  const writes = setter?.body ? attributeWritten(facts, setter.body) : undefined
  const backing = value && backingField(node, value)
  const start =
    facts.assigned.get(name)?.value ??
    reading.fallback ??
    firstValue(backing?.initializer) ??
    declared?.default
  const typeNode =
    getter?.type ?? setter?.parameters[0]?.type ?? (ts.getJSDocType(shown) ? undefined : backing?.type)
  const { type, optional, known } = typeIn(
    facts,
    shown,
    typeNode,
    declared?.type,
    facts.assigned.get(name)?.value ?? firstValue(backing?.initializer) ?? value,
  )
  // what it gives while no attribute is set is what it is by default
  const atRest =
    reading.attribute !== undefined && value && start === reading.fallback
      ? (evaluateAtRest(sources, value) ?? undefined)
      : undefined
  const isPresence =
    type.is === 'boolean' && reading.attribute !== undefined && (atRest === undefined || atRest === false)
  const feeding = fed.get(name) ?? (backing && fed.get(backing.name.getText()))
  const attribute = declared
    ? declared.attribute
    : (reading.attribute ?? writes ?? observedOne(facts, feeding))
  return finish(sources, shown, {
    name,
    type,
    attribute,
    reflects: declared?.reflects || writes !== undefined,
    default: start,
    atRest,
    presence: isPresence && !reading.fallback,
    // an accessor gives something whether or not anybody set it
    optional: !!declared || optional || getter !== undefined,
    readonly: !setter && !declared,
    declared: known,
    other: setter ?? declared?.node,
  })
}

/**
 * The value a field begins with, also where a compiler hands it to a helper with the component:
 * `run(this, extra, false)`.
 */
function firstValue(value: ts.Expression | undefined): ts.Expression | undefined {
  const call = value && unwrap(value)
  return call &&
    ts.isCallExpression(call) &&
    ts.isIdentifier(call.expression) &&
    call.arguments.length === 3 &&
    call.arguments[0]!.kind === ts.SyntaxKind.ThisKeyword
    ? call.arguments[2]
    : value
}

function backingField(node: ClassNode, value: ts.Expression): ts.PropertyDeclaration | undefined {
  const plain = unwrap(value)
  if (!ts.isPropertyAccessExpression(plain) || plain.expression.kind !== ts.SyntaxKind.ThisKeyword)
    return undefined
  return node.members.find(
    (member): member is ts.PropertyDeclaration =>
      ts.isPropertyDeclaration(member) && member.name.getText() === plain.name.text,
  )
}

interface Raw {
  name: string
  type: TypeModel
  attribute: string | undefined
  reflects: boolean
  default: ts.Expression | undefined
  /** What it is while nothing is set, where that was worked out as a whole. */
  atRest?: Plain | undefined
  presence?: boolean
  optional: boolean
  readonly: boolean
  declared: boolean
  other?: ts.Node | undefined
}

function finish(sources: SourceSet, node: ts.Node, raw: Raw): Prop {
  const place = sources.place(node)
  const value: Plain | undefined = raw.presence
    ? false
    : (raw.atRest ?? (raw.default && evaluate(sources, raw.default)))
  const nothing =
    value === undefined && !raw.presence && (!raw.default || raw.default.getText() === 'undefined')
  const shown = raw.presence
    ? 'false'
    : nothing
      ? undefined
      : value === undefined
        ? unwrap(raw.default!).getText().replace(/\s+/g, ' ')
        : printPlain(value)
  const tag = (name: string) => tagText(node, name) ?? (raw.other && tagText(raw.other, name))
  const claimed = tag('default')
  const prop: Prop = {
    kind: 'prop',
    name: raw.name,
    place,
    known: raw.declared ? 'declared' : 'inferred',
    disagreements: [],
    type: raw.type,
    readonly: raw.readonly,
    reflects: raw.reflects,
    required: tag('required') !== undefined || (nothing && !raw.optional && !raw.readonly),
  }
  if (raw.attribute) prop.attribute = raw.attribute
  if (shown !== undefined) prop.default = shown
  if (value !== undefined) prop.defaultValue = value
  const words = wordsOf(node) || (raw.other ? wordsOf(raw.other) : '')
  if (words) prop.comment = words
  const deprecated = tag('deprecated')
  if (deprecated !== undefined) prop.deprecated = deprecated
  const since = tag('since')
  if (since) prop.since = since
  // what the code works out only when it runs is not known, and denies nothing
  const isKnown = nothing || value !== undefined || raw.presence
  if (claimed !== undefined && isKnown && isOtherDefault(claimed, value)) {
    prop.disagreements.push({ about: 'default', comment: claimed, code: shown ?? 'none', place })
  }
  return prop
}
