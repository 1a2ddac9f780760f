import ts from 'typescript'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { tagText, wordsOf } from './comments'
import { evaluate, nameOf, type Plain } from './evaluate'
import type { ClassNode } from './reach'
import { hasModifier, unwrap, walk, type SourceSet } from './source-set'
import { typeOfExpression, typeOfNode } from './types'

/** Methods the browser calls (HTML standard, custom element reactions and form-associated ones). */
const reactions = new Set([
  'constructor', 'connectedCallback', 'disconnectedCallback', 'adoptedCallback', 'connectedMoveCallback', 'attributeChangedCallback',
  'formAssociatedCallback', 'formResetCallback', 'formDisabledCallback', 'formStateRestoreCallback',
])

/** What the accessors and callbacks of a class do with attributes. */
interface Wiring { attribute?: string; fallback?: ts.Expression; reads: boolean }

/** Public fields and accessors as props, public methods as methods; the nearest class wins where names repeat. */
export function readMembers(sources: SourceSet, classes: ClassNode[]): { props: Prop[]; methods: Method[]; observed: Set<string> } {
  const props = new Map<string, Prop>()
  const methods = new Map<string, Method>()
  const observed = observedAttributes(sources, classes)
  const fed = attributesFeeding(sources, classes)

  for (const node of classes) {
    for (const member of node.members) {
      if (!member.name || ts.isPrivateIdentifier(member.name) || isInner(member)) continue
      const name = nameOf(sources, member.name)
      if (name === undefined) continue
      if (ts.isMethodDeclaration(member) && member.body) {
        if (!reactions.has(name) && !methods.has(name)) methods.set(name, methodOf(sources, name, member))
      } else if (ts.isPropertyDeclaration(member)) {
        if (member.initializer && ts.isArrowFunction(unwrap(member.initializer))) continue
        if (!props.has(name)) props.set(name, propOfField(sources, name, member, observed, fed))
      } else if (ts.isGetAccessorDeclaration(member) || ts.isSetAccessorDeclaration(member)) {
        if (!props.has(name)) props.set(name, propOfAccessor(sources, name, node, observed, fed))
      }
    }
  }
  return { props: [...props.values()], methods: [...methods.values()], observed }
}

const isInner = (member: ts.ClassElement): boolean =>
  hasModifier(member, ts.SyntaxKind.StaticKeyword, ts.SyntaxKind.PrivateKeyword, ts.SyntaxKind.ProtectedKeyword, ts.SyntaxKind.DeclareKeyword) ||
  tagText(member, 'internal', 'private', 'protected') !== undefined ||
  (member.name !== undefined && ts.isIdentifier(member.name) && member.name.text.startsWith('_'))

/** The attributes a class observes, from a static field or getter, constants and spreads followed. */
function observedAttributes(sources: SourceSet, classes: ClassNode[]): Set<string> {
  for (const node of classes) {
    for (const member of node.members) {
      if (member.name?.getText() !== 'observedAttributes' || !hasModifier(member, ts.SyntaxKind.StaticKeyword)) continue
      const list = ts.isPropertyDeclaration(member) ? member.initializer : ts.isGetAccessorDeclaration(member) ? returned(member.body) : undefined
      const value = list && evaluate(sources, list)
      if (Array.isArray(value)) return new Set(value.filter((one): one is string => typeof one === 'string'))
    }
  }
  return new Set()
}

const returned = (body: ts.Block | undefined): ts.Expression | undefined => {
  let found: ts.Expression | undefined
  if (body) walk(body, (node) => { if (ts.isReturnStatement(node) && node.expression) found ??= node.expression })
  return found
}

/** From attributeChangedCallback: which field each attribute is written to. Keys are field names, private ones with `#`. */
function attributesFeeding(sources: SourceSet, classes: ClassNode[]): Map<string, string> {
  const fed = new Map<string, string>()
  for (const node of classes) {
    const callback = node.members.find((one): one is ts.MethodDeclaration => ts.isMethodDeclaration(one) && one.name.getText() === 'attributeChangedCallback')
    const parameter = callback?.parameters[0]?.name.getText()
    if (!callback?.body || !parameter) continue
    const writes = (branch: ts.Node, attribute: string) =>
      walk(branch, (one) => {
        if (ts.isBinaryExpression(one) && one.operatorToken.kind === ts.SyntaxKind.EqualsToken && ts.isPropertyAccessExpression(one.left) &&
          one.left.expression.kind === ts.SyntaxKind.ThisKeyword && !fed.has(one.left.name.text)) fed.set(one.left.name.text, attribute)
      })
    walk(callback.body, (one) => {
      if (ts.isCaseClause(one) && ts.isSwitchStatement(one.parent.parent) && one.parent.parent.expression.getText() === parameter) {
        const attribute = evaluate(sources, one.expression)
        if (typeof attribute === 'string') one.statements.forEach((statement) => writes(statement, attribute))
      }
      if (ts.isIfStatement(one)) {
        for (const test of comparisons(one.expression, parameter)) {
          const attribute = evaluate(sources, test)
          if (typeof attribute === 'string') writes(one.thenStatement, attribute)
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
  if (kind === ts.SyntaxKind.AmpersandAmpersandToken || kind === ts.SyntaxKind.BarBarToken) return [...comparisons(plain.left, parameter), ...comparisons(plain.right, parameter)]
  if (kind !== ts.SyntaxKind.EqualsEqualsEqualsToken && kind !== ts.SyntaxKind.EqualsEqualsToken) return []
  return plain.left.getText() === parameter ? [plain.right] : plain.right.getText() === parameter ? [plain.left] : []
}

function propOfField(sources: SourceSet, name: string, member: ts.PropertyDeclaration, observed: Set<string>, fed: Map<string, string>): Prop {
  const written = member.type ? typeOfNode(sources, member.type) : member.initializer ? typeOfExpression(sources, member.initializer) : ({ is: 'other', text: 'unknown' } as TypeModel)
  const { type, optional } = withoutUndefined(written)
  const attribute = fed.get(name)
  return finish(sources, member, {
    name, type, attribute: attribute && observed.has(attribute) ? attribute : undefined, reflects: false,
    default: member.initializer, optional: optional || !!member.questionToken,
    readonly: hasModifier(member, ts.SyntaxKind.ReadonlyKeyword), declared: !!member.type,
  })
}

function propOfAccessor(sources: SourceSet, name: string, node: ClassNode, observed: Set<string>, fed: Map<string, string>): Prop {
  const getter = node.members.find((one): one is ts.GetAccessorDeclaration => ts.isGetAccessorDeclaration(one) && nameOf(sources, one.name) === name)
  const setter = node.members.find((one): one is ts.SetAccessorDeclaration => ts.isSetAccessorDeclaration(one) && nameOf(sources, one.name) === name)
  const shown = (getter ?? setter)!
  const value = returned(getter?.body)
  const reading = getter?.body ? wiringOfGetter(sources, getter.body, value) : { reads: false }
  const writes = setter?.body ? attributeWritten(sources, setter.body) : undefined
  const backing = value && backingField(node, value)
  const typeNode = getter?.type ?? setter?.parameters[0]?.type
  const written = typeNode ? typeOfNode(sources, typeNode) : backing?.type ? typeOfNode(sources, backing.type) : value ? typeOfExpression(sources, value) : ({ is: 'other', text: 'unknown' } as TypeModel)
  const { type, optional } = withoutUndefined(written)
  const feeding = fed.get(name) ?? (backing && fed.get(backing.name.getText()))
  const attribute = reading.attribute ?? writes ?? (feeding && observed.has(feeding) ? feeding : undefined)
  return finish(sources, shown, {
    name, type, attribute, reflects: writes !== undefined,
    default: reading.fallback ?? backing?.initializer, presence: type.is === 'boolean' && reading.reads && !reading.fallback,
    optional: optional || (reading.reads && type.is === 'boolean') || (type.is === 'union' && type.of.some((one) => one.is === 'null')),
    readonly: !setter, declared: !!typeNode, other: setter,
  })
}

function backingField(node: ClassNode, value: ts.Expression): ts.PropertyDeclaration | undefined {
  const plain = unwrap(value)
  if (!ts.isPropertyAccessExpression(plain) || plain.expression.kind !== ts.SyntaxKind.ThisKeyword) return undefined
  return node.members.find((one): one is ts.PropertyDeclaration => ts.isPropertyDeclaration(one) && one.name.getText() === plain.name.text)
}

/** `this.getAttribute(…)` in a getter, and what the getter falls back to where the attribute is missing. */
function wiringOfGetter(sources: SourceSet, body: ts.Block, value: ts.Expression | undefined): Wiring {
  const wiring: Wiring = { reads: false }
  walk(body, (node) => {
    if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression)) return
    const method = node.expression.name.text
    if (method !== 'getAttribute' && method !== 'hasAttribute') return
    const name = node.arguments[0] && evaluate(sources, node.arguments[0])
    if (typeof name === 'string') wiring.attribute ??= name
    wiring.reads = true
  })
  if (wiring.reads && value) {
    const fallback = fallbackIn(sources, value)
    if (fallback) wiring.fallback = fallback
  }
  return wiring
}

/** The constant a reading expression ends in: the right of `??` or `||`, or the constant arm of a condition. */
function fallbackIn(sources: SourceSet, expression: ts.Expression): ts.Expression | undefined {
  const node = unwrap(expression)
  if (ts.isBinaryExpression(node)) {
    const { kind } = node.operatorToken
    if (kind === ts.SyntaxKind.QuestionQuestionToken || kind === ts.SyntaxKind.BarBarToken) return evaluate(sources, node.right) === undefined ? fallbackIn(sources, node.right) : node.right
  }
  if (ts.isConditionalExpression(node)) {
    for (const arm of [node.whenFalse, node.whenTrue]) {
      if (evaluate(sources, arm) !== undefined) return arm
    }
    return fallbackIn(sources, node.whenFalse) ?? fallbackIn(sources, node.whenTrue)
  }
  if (ts.isCallExpression(node)) {
    // Number(this.getAttribute('x') ?? 2), or a helper of the library that takes the fallback last
    const inner = node.arguments.map((one) => fallbackIn(sources, one)).find((one) => one !== undefined)
    if (inner) return inner
    const last = node.arguments.at(-1)
    return node.arguments.length > 1 && last && evaluate(sources, last) !== undefined ? last : undefined
  }
  return undefined
}

function attributeWritten(sources: SourceSet, body: ts.Block): string | undefined {
  let written: string | undefined
  walk(body, (node) => {
    if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression) || node.expression.expression.kind !== ts.SyntaxKind.ThisKeyword) return
    if (!['setAttribute', 'toggleAttribute', 'removeAttribute'].includes(node.expression.name.text)) return
    const name = node.arguments[0] && evaluate(sources, node.arguments[0])
    if (typeof name === 'string') written ??= name
  })
  return written
}

interface Raw {
  name: string; type: TypeModel; attribute: string | undefined; reflects: boolean; default: ts.Expression | undefined; presence?: boolean
  optional: boolean; readonly: boolean; declared: boolean; other?: ts.Node | undefined
}

function finish(sources: SourceSet, node: ts.Node, raw: Raw): Prop {
  const place = sources.place(node)
  const value: Plain | undefined = raw.presence ? false : raw.default && evaluate(sources, raw.default)
  const nothing = !raw.presence && (!raw.default || raw.default.getText() === 'undefined')
  const shown = raw.presence ? 'false' : nothing ? undefined : value === undefined ? raw.default!.getText().replace(/\s+/g, ' ') : printPlain(value)
  const tag = (name: string) => tagText(node, name) ?? (raw.other && tagText(raw.other, name))
  const claimed = tag('default')
  const prop: Prop = {
    kind: 'prop', name: raw.name, place, known: raw.declared ? 'declared' : 'inferred', disagreements: [],
    type: raw.type, readonly: raw.readonly, reflects: raw.reflects,
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
  const same = (a: string, b: string) => a.replaceAll('"', "'").replace(/^'(.*)'$/, '$1') === b.replaceAll('"', "'").replace(/^'(.*)'$/, '$1')
  if (claimed !== undefined && !same(claimed, shown ?? 'undefined')) {
    prop.disagreements.push({ about: 'default', comment: claimed, code: shown ?? 'none', place })
  }
  return prop
}

/** A plain value as source text, strings in single quotes. */
export const printPlain = (value: Plain): string =>
  typeof value === 'string' ? `'${value}'` : JSON.stringify(value)

function methodOf(sources: SourceSet, name: string, node: ts.MethodDeclaration): Method {
  const method: Method = {
    kind: 'method', name, place: sources.place(node), known: node.type ? 'declared' : 'inferred', disagreements: [],
    takes: node.parameters.map((one) => ({
      name: one.name.getText(),
      type: one.type ? typeOfNode(sources, one.type) : one.initializer ? typeOfExpression(sources, one.initializer) : { is: 'other', text: 'unknown' },
      optional: !!one.questionToken || !!one.initializer,
    })),
    returns: node.type ? typeOfNode(sources, node.type) : { is: returned(node.body) ? 'other' : 'void', text: 'unknown' } as TypeModel,
  }
  const words = wordsOf(node)
  if (words) method.comment = words
  const deprecated = tagText(node, 'deprecated')
  if (deprecated !== undefined) method.deprecated = deprecated
  return method
}

