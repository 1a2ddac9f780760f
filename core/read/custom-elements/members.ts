import ts from 'typescript'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { declaredProps, type DeclaredProp } from './declared'
import { functionOf, isElementRoot, type ClassNode, type Lineage } from './lineage'
import { returnedBy } from './opener'
import { tagText, wordsOf } from '../source/comments'
import { printPlain } from '../source/defaults'
import { evaluate, nameOf } from '../source/evaluate'
import type { Plain } from '../source/plain'
import { hasModifier, unwrap, walk, type SourceSet } from '../source/source-set'
import { typeOfExpression, typeOfNode } from '../source/type-nodes'

/** Methods the browser calls (HTML standard, custom element reactions and form-associated ones). */
const reactions = new Set([
  'constructor',
  'connectedCallback',
  'disconnectedCallback',
  'adoptedCallback',
  'connectedMoveCallback',
  'attributeChangedCallback',
  'formAssociatedCallback',
  'formResetCallback',
  'formDisabledCallback',
  'formStateRestoreCallback',
])

/**
 * Methods that base classes of packages call or are called by; a component that builds on one overrides them,
 * and nobody else calls them.
 */
const lifecycle = new Set([
  'render',
  'update',
  'updated',
  'firstUpdated',
  'willUpdate',
  'shouldUpdate',
  'performUpdate',
  'scheduleUpdate',
  'requestUpdate',
  'getUpdateComplete',
  'createRenderRoot',
  'connected',
  'disconnected',
  'ready',
  'attached',
  'detached',
  'attributeChanged',
  'onBeforeRendering',
  'onAfterRendering',
  'onEnterDOM',
  'onExitDOM',
])

/** What the accessors and callbacks of a class do with attributes. */
interface Wiring {
  attribute?: string | undefined
  fallback?: ts.Expression | undefined
}

/**
 * Public fields and accessors as props, public methods as methods; the nearest class wins where names repeat.
 */
export function readMembers(
  sources: SourceSet,
  { classes, root }: Lineage,
): { props: Prop[]; methods: Method[]; observed: Set<string> } {
  const fromPackage = !isElementRoot(root)
  const props = new Map<string, Prop>()
  const methods = new Map<string, Method>()
  const observed = observedAttributes(sources, classes)
  const facts: ClassFacts = {
    sources,
    classes,
    observed,
    fed: attributesFeeding(sources, classes),
    declared: declaredProps(sources, classes),
    assigned: assignedInConstructors(classes),
  }
  const inner = new Set(
    [...facts.declared.values()]
      .filter((member) => member.inner || isInner(member.node))
      .map((member) => member.name),
  )

  for (const node of classes) {
    for (const member of node.members) {
      if (!member.name || ts.isPrivateIdentifier(member.name)) continue
      const name = nameOf(sources, member.name)
      if (name === undefined || inner.has(name)) continue
      if (isInner(member)) {
        // what a nearer class keeps to itself is not offered because a farther one would
        if (!hasModifier(member, ts.SyntaxKind.StaticKeyword, ts.SyntaxKind.DeclareKeyword)) inner.add(name)
        continue
      }
      if (ts.isMethodDeclaration(member) && member.body) {
        if (!reactions.has(name) && !(fromPackage && lifecycle.has(name)) && !methods.has(name))
          methods.set(name, methodOf(sources, name, member))
      } else if (ts.isPropertyDeclaration(member)) {
        if (member.initializer && !facts.declared.has(name) && ts.isArrowFunction(unwrap(member.initializer)))
          continue
        // a decorator that declares no prop finds or provides something inside
        if (ts.getDecorators(member)?.length && !facts.declared.has(name)) continue
        if (!props.has(name)) props.set(name, propOfField(facts, name, member))
      } else if (ts.isGetAccessorDeclaration(member) || ts.isSetAccessorDeclaration(member)) {
        if (ts.getDecorators(member)?.length && !facts.declared.has(name)) continue
        if (!props.has(name)) props.set(name, propOfAccessor(facts, name, node))
      }
    }
  }
  for (const member of facts.declared.values())
    if (!props.has(member.name) && !inner.has(member.name) && !member.name.startsWith('_'))
      props.set(member.name, propOfDeclared(facts, member))
  if (facts.declared.size === 0) {
    for (const [name, { node, value }] of facts.assigned) {
      if (
        !props.has(name) &&
        !inner.has(name) &&
        !methods.has(name) &&
        /\.[cm]?jsx?$/.test(node.getSourceFile().fileName) &&
        !isInner(node)
      )
        props.set(name, propOfAssigned(facts, name, node, value))
    }
  }
  const fed = new Set([...props.values()].map((prop) => prop.attribute))
  for (const attribute of observed) {
    if (!fed.has(attribute) && !props.has(attribute)) props.set(attribute, attributeAlone(facts, attribute))
  }
  return { props: [...props.values()], methods: [...methods.values()], observed }
}

interface ClassFacts {
  sources: SourceSet
  classes: ClassNode[]
  observed: Set<string>
  fed: Map<string, string>
  declared: Map<string, DeclaredProp>
  assigned: Map<string, { value: ts.Expression; node: ts.Node }>
}

const isInner = (member: ts.Node): boolean =>
  hasModifier(
    member,
    ts.SyntaxKind.StaticKeyword,
    ts.SyntaxKind.PrivateKeyword,
    ts.SyntaxKind.ProtectedKeyword,
    ts.SyntaxKind.DeclareKeyword,
  ) ||
  tagText(member, 'internal', 'private', 'protected', 'ignore', 'hidden') !== undefined ||
  (ts.isClassElement(member) &&
    member.name !== undefined &&
    (ts.isIdentifier(member.name) || ts.isStringLiteral(member.name)) &&
    member.name.text.startsWith('_'))

/**
 * The attributes a class observes: from a static field or getter, constants and spreads followed, with those
 * of its superclasses where it adds to them.
 */
function observedAttributes(sources: SourceSet, classes: ClassNode[]): Set<string> {
  const found = new Set<string>()
  for (const node of classes) {
    const member = node.members.find(
      (member) =>
        member.name?.getText() === 'observedAttributes' && hasModifier(member, ts.SyntaxKind.StaticKeyword),
    )
    const list =
      member &&
      (ts.isPropertyDeclaration(member)
        ? member.initializer
        : ts.isGetAccessorDeclaration(member)
          ? returnedBy(member.body)
          : undefined)
    if (!list) continue
    for (const expression of listed(list)) {
      const value = evaluate(sources, expression)
      for (const name of Array.isArray(value) ? value : [value]) if (typeof name === 'string') found.add(name)
    }
    if (!/\bsuper\b/.test(list.getText())) break
  }
  return found
}

/**
 * The expressions a list is put together from: its elements, what is spread into it, what is joined to it.
 */
function listed(expression: ts.Expression): ts.Expression[] {
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node))
    return node.elements.flatMap((element) =>
      ts.isSpreadElement(element) ? listed(element.expression) : [element],
    )
  if (
    ts.isCallExpression(node) &&
    ts.isPropertyAccessExpression(node.expression) &&
    node.expression.name.text === 'concat'
  )
    return [...listed(node.expression.expression), ...node.arguments.flatMap(listed)]
  if (ts.isBinaryExpression(node)) return [...listed(node.left), ...listed(node.right)]
  return [node]
}

/** `this.name = value` at the top of constructors: the nearest class's own comes last, and wins. */
function assignedInConstructors(classes: ClassNode[]): ClassFacts['assigned'] {
  const found: ClassFacts['assigned'] = new Map()
  for (const node of classes) {
    const body = node.members.find(ts.isConstructorDeclaration)?.body
    for (const statement of body?.statements ?? []) {
      if (!ts.isExpressionStatement(statement)) continue
      for (
        let at: ts.Expression = statement.expression;
        ts.isBinaryExpression(at) && at.operatorToken.kind === ts.SyntaxKind.EqualsToken;
        at = at.right
      ) {
        let value: ts.Expression = at.right
        while (ts.isBinaryExpression(value) && value.operatorToken.kind === ts.SyntaxKind.EqualsToken)
          value = value.right
        const { left } = at
        if (
          ts.isPropertyAccessExpression(left) &&
          left.expression.kind === ts.SyntaxKind.ThisKeyword &&
          ts.isIdentifier(left.name) &&
          !left.name.text.startsWith('_') &&
          !found.has(left.name.text)
        )
          found.set(left.name.text, { value, node: statement })
      }
    }
  }
  return found
}

/**
 * From attributeChangedCallback: which field each attribute is written to. Keys are field names, private ones
 * with `#`.
 */
function attributesFeeding(sources: SourceSet, classes: ClassNode[]): Map<string, string> {
  const fed = new Map<string, string>()
  for (const node of classes) {
    const callback = node.members.find(
      (member): member is ts.MethodDeclaration =>
        ts.isMethodDeclaration(member) && member.name.getText() === 'attributeChangedCallback',
    )
    const parameter = callback?.parameters[0]?.name.getText()
    if (!callback?.body || !parameter) continue
    const writes = (branch: ts.Node, attribute: string) =>
      walk(branch, (node) => {
        if (
          ts.isBinaryExpression(node) &&
          node.operatorToken.kind === ts.SyntaxKind.EqualsToken &&
          ts.isPropertyAccessExpression(node.left) &&
          node.left.expression.kind === ts.SyntaxKind.ThisKeyword &&
          !fed.has(node.left.name.text)
        )
          fed.set(node.left.name.text, attribute)
      })
    walk(callback.body, (node) => {
      if (
        ts.isCaseClause(node) &&
        ts.isSwitchStatement(node.parent.parent) &&
        node.parent.parent.expression.getText() === parameter
      ) {
        const attribute = evaluate(sources, node.expression)
        if (typeof attribute === 'string')
          node.statements.forEach((statement) => writes(statement, attribute))
      }
      if (ts.isIfStatement(node)) {
        for (const test of comparisons(node.expression, parameter)) {
          const attribute = evaluate(sources, test)
          if (typeof attribute === 'string') writes(node.thenStatement, attribute)
        }
      }
    })
  }
  return fed
}

/** In `name === 'tone' && …`: the expressions the parameter is compared with. */
function comparisons(node: ts.Expression, parameter: string): ts.Expression[] {
  const plain = unwrap(node)
  if (!ts.isBinaryExpression(plain)) return []
  const kind = plain.operatorToken.kind
  if (kind === ts.SyntaxKind.AmpersandAmpersandToken || kind === ts.SyntaxKind.BarBarToken)
    return [...comparisons(plain.left, parameter), ...comparisons(plain.right, parameter)]
  if (kind !== ts.SyntaxKind.EqualsEqualsEqualsToken && kind !== ts.SyntaxKind.EqualsEqualsToken) return []
  return plain.left.getText() === parameter
    ? [plain.right]
    : plain.right.getText() === parameter
      ? [plain.left]
      : []
}

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

function propOfField(facts: ClassFacts, name: string, member: ts.PropertyDeclaration): Prop {
  const declared = facts.declared.get(name)
  const value = first(facts, facts.assigned.get(name)?.value, member.initializer, declared?.default)
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

function propOfDeclared(facts: ClassFacts, declaredProp: DeclaredProp): Prop {
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

function propOfAssigned(facts: ClassFacts, name: string, node: ts.Node, value: ts.Expression): Prop {
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
function attributeAlone({ sources, classes }: ClassFacts, attribute: string): Prop {
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

function propOfAccessor(facts: ClassFacts, name: string, node: ClassNode): Prop {
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
    facts.assigned.get(name)?.value ?? reading.fallback ?? backing?.initializer ?? declared?.default
  const typeNode =
    getter?.type ?? setter?.parameters[0]?.type ?? (ts.getJSDocType(shown) ? undefined : backing?.type)
  const { type, optional, known } = typeIn(
    facts,
    shown,
    typeNode,
    declared?.type,
    facts.assigned.get(name)?.value ?? backing?.initializer ?? value,
  )
  const isPresence = type.is === 'boolean' && reading.attribute !== undefined
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
    presence: isPresence && !reading.fallback,
    optional:
      !!declared ||
      optional ||
      isPresence ||
      (type.is === 'union' && type.of.some((type) => type.is === 'null')),
    readonly: !setter && !declared,
    declared: known,
    other: setter ?? declared?.node,
  })
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

/**
 * `this.getAttribute(…)` in a getter, direct or through a helper that is given the element, and what the
 * getter falls back to where the attribute is missing.
 */
function wiringOfGetter(facts: ClassFacts, body: ts.Block, value: ts.Expression | undefined): Wiring {
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

const attributeWritten = (facts: ClassFacts, body: ts.Block): string | undefined =>
  attributeNamed(facts, body, ['setAttribute', 'toggleAttribute', 'removeAttribute'])

interface Raw {
  name: string
  type: TypeModel
  attribute: string | undefined
  reflects: boolean
  default: ts.Expression | undefined
  presence?: boolean
  optional: boolean
  readonly: boolean
  declared: boolean
  other?: ts.Node | undefined
}

function finish(sources: SourceSet, node: ts.Node, raw: Raw): Prop {
  const place = sources.place(node)
  const value: Plain | undefined = raw.presence ? false : raw.default && evaluate(sources, raw.default)
  const nothing = !raw.presence && (!raw.default || raw.default.getText() === 'undefined')
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
  const same = (a: string, b: string) =>
    a.replaceAll('"', "'").replace(/^'(.*)'$/, '$1') === b.replaceAll('"', "'").replace(/^'(.*)'$/, '$1')
  if (claimed !== undefined && !same(claimed, shown ?? 'undefined')) {
    prop.disagreements.push({ about: 'default', comment: claimed, code: shown ?? 'none', place })
  }
  return prop
}

function methodOf(sources: SourceSet, name: string, node: ts.MethodDeclaration): Method {
  const method: Method = {
    kind: 'method',
    name,
    place: sources.place(node),
    known: node.type ? 'declared' : 'inferred',
    disagreements: [],
    takes: node.parameters.map((parameter) => ({
      name: parameter.name.getText(),
      type: parameter.type
        ? typeOfNode(sources, parameter.type)
        : parameter.initializer
          ? typeOfExpression(sources, parameter.initializer)
          : { is: 'other', text: 'unknown' },
      optional: !!parameter.questionToken || !!parameter.initializer,
    })),
    returns: node.type
      ? typeOfNode(sources, node.type)
      : ({ is: returnedBy(node.body) ? 'other' : 'void', text: 'unknown' } as TypeModel),
  }
  const words = wordsOf(node)
  if (words) method.comment = words
  const deprecated = tagText(node, 'deprecated')
  if (deprecated !== undefined) method.deprecated = deprecated
  return method
}
