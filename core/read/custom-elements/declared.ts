import ts from 'typescript'
import type { TypeModel } from '../../contract/type'
import { functionBehind } from '../source/declarations'
import { evaluate, nameOf } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { typeOfConstructor } from '../source/type-nodes'
import type { ClassNode } from './lineage'
import { attributeRuleOf, type AttributeRule } from './attribute-rule'
import { compiledDecorators } from './compiled-decorators'
import { namesOf, staticsOf } from './statics'

/**
 * A prop as a class declares it to the library it is written with, by decorator or in a static map:
 * both say which attribute feeds it and whether it is written back.
 */
export interface DeclaredProp {
  name: string
  node: ts.Node
  attribute: string | undefined
  reflects: boolean
  inner: boolean
  type: TypeModel | undefined
  default: ts.Expression | undefined
}

/** Keys that the options of a declared prop have, in whatever library. */
const optionKeys = new Set([
  'type',
  'attribute',
  'attr',
  'attrName',
  'reflect',
  'reflectToAttribute',
  'reflects',
  'state',
  'converter',
  'hasChanged',
  'value',
  'observer',
  'notify',
  'readOnly',
  'computed',
  'noAccessor',
  'default',
  'mode',
])

const attributeName = (name: string, rule: AttributeRule): string =>
  rule === 'kebab' ? name.replace(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase() : name.toLowerCase()

/** All props a class declares, its own first; a name a nearer class declared wins. */
export function declaredProps(sources: SourceSet, classes: ClassNode[]): Map<string, DeclaredProp> {
  const found = new Map<string, DeclaredProp>()
  const rule = attributeRuleOf(sources, classes)
  for (const node of classes) {
    for (const inStaticMap of [
      ...inStaticMaps(sources, node, rule),
      ...byDecorators(sources, node, rule),
      ...byCompiledDecorators(sources, node, rule),
    ])
      if (!found.has(inStaticMap.name)) found.set(inStaticMap.name, inStaticMap)
  }
  return found
}

/**
 * `static properties = { name: String, tone: { type: String, reflect: true } }`, a getter that returns it, or
 * `X.properties = …`; recognised by its values.
 */
function inStaticMaps(sources: SourceSet, node: ClassNode, rule: AttributeRule): DeclaredProp[] {
  return [...staticsOf(sources, node)].flatMap(([name, value]) => {
    const map = unwrap(value)
    return ts.isObjectLiteralExpression(map) && isPropMap(map, name) ? propsOfMap(sources, map, rule) : []
  })
}

/** `name`: what the map is called. Compilers put numbers for some props, which is told by the name alone. */
function isPropMap(map: ts.ObjectLiteralExpression, name: string): boolean {
  const values = map.properties.flatMap((property) =>
    ts.isPropertyAssignment(property)
      ? [unwrap(property.initializer)]
      : ts.isSpreadAssignment(property)
        ? []
        : [undefined],
  )
  const isOfNumbers =
    name === 'properties' && values.some((value) => value && ts.isArrayLiteralExpression(value))
  return (
    values.length > 0 &&
    values.every(
      (value) =>
        value !== undefined &&
        (typeOfConstructor(value) !== undefined ||
          (isOfNumbers && isNumbered(value)) ||
          (ts.isObjectLiteralExpression(value) && (value.properties.length === 0 || hasOptions(value)))),
    )
  )
}

const hasOptions = (object: ts.ObjectLiteralExpression): boolean =>
  object.properties.some((option) => option.name && optionKeys.has(option.name.getText()))

/** What a compiler leaves of a prop: a number, or a list of one with options: `[3, { type: String }]`. */
const isNumbered = (value: ts.Expression): boolean =>
  ts.isNumericLiteral(value) ||
  (ts.isArrayLiteralExpression(value) &&
    value.elements.every((element, i) =>
      i === 0 ? ts.isNumericLiteral(element) : ts.isObjectLiteralExpression(element),
    ))

function propsOfMap(
  sources: SourceSet,
  map: ts.ObjectLiteralExpression,
  rule: AttributeRule,
): DeclaredProp[] {
  return map.properties.flatMap((property) => {
    if (ts.isSpreadAssignment(property)) {
      const spread = ts.isIdentifier(property.expression)
        ? sources.lookUp(map.getSourceFile().fileName, property.expression.text)
        : undefined
      const inner =
        spread?.is === 'node' && ts.isVariableDeclaration(spread.node) && spread.node.initializer
          ? unwrap(spread.node.initializer)
          : undefined
      return inner && ts.isObjectLiteralExpression(inner) ? propsOfMap(sources, inner, rule) : []
    }
    if (!ts.isPropertyAssignment(property)) return []
    const name = nameOf(sources, property.name)
    return name === undefined ? [] : [declared(sources, name, property, unwrap(property.initializer), rule)]
  })
}

/**
 * What the options of a prop say. Without a word on it the attribute has the prop's name by the rule of the
 * framework.
 */
function declared(
  sources: SourceSet,
  name: string,
  node: ts.Node,
  options: ts.Expression | undefined,
  rule: AttributeRule,
): DeclaredProp {
  const whole = options && typeOfConstructor(options)
  const given = options && ts.isArrayLiteralExpression(options) ? [...options.elements] : [options]
  const said = given.flatMap((part) =>
    part && ts.isObjectLiteralExpression(part) ? [...part.properties] : [],
  )
  const option = (...keys: string[]): ts.Expression | undefined =>
    said.filter(ts.isPropertyAssignment).find((property) => keys.includes(property.name.getText()))
      ?.initializer
  const flag = (...keys: string[]) => {
    const value = option(...keys)
    return value !== undefined && evaluate(sources, value) === true
  }
  const attribute = option('attribute', 'attr', 'attrName')
  const named = attribute && evaluate(sources, attribute)
  const inner = flag('state')
  const type = option('type')
  return {
    name,
    node,
    inner,
    attribute:
      inner || named === false ? undefined : typeof named === 'string' ? named : attributeName(name, rule),
    reflects: flag('reflect', 'reflectToAttribute', 'reflects'),
    type: whole ?? (type && typeOfConstructor(unwrap(type))),
    default: option('value', 'default'),
  }
}

/**
 * Decorated fields and accessors. Which decorator it is does not matter: one with options of a prop,
 * or none, declares a prop; one that is called with a selector or hands out elements finds something
 * inside and is none. `state` without options declares what only the component itself sets.
 */
function byDecorators(sources: SourceSet, node: ClassNode, rule: AttributeRule): DeclaredProp[] {
  return node.members.flatMap((member) => {
    if (!ts.isPropertyDeclaration(member) && !ts.isAccessor(member)) return []
    const name = nameOf(sources, member.name)
    const decorators = ts.getDecorators(member) ?? []
    if (name === undefined || decorators.length === 0) return []
    const found = decorators
      .map((decorator) => declaringDecorator(sources, decorator.expression))
      .find((entry) => entry !== undefined)
    return found
      ? [
          {
            ...declared(sources, name, member, found.options, rule),
            ...(found.inner ? { inner: true, attribute: undefined } : {}),
          },
        ]
      : []
  })
}

/** Decorators of members as compilers leave them. */
function byCompiledDecorators(sources: SourceSet, node: ClassNode, rule: AttributeRule): DeclaredProp[] {
  const names = namesOf(node)
  return compiledDecorators(sources, node.getSourceFile()).flatMap(({ target, key, decorators, at }) => {
    if (key === undefined || !(ts.isIdentifier(target) ? names.has(target.text) : target === node)) return []
    const found = decorators
      .map((decorator) => declaringDecorator(sources, decorator))
      .find((entry) => entry !== undefined)
    return found
      ? [
          {
            ...declared(sources, key, at, found.options, rule),
            ...(found.inner ? { inner: true, attribute: undefined } : {}),
          },
        ]
      : []
  })
}

function declaringDecorator(
  sources: SourceSet,
  expression: ts.Expression,
): { options: ts.Expression | undefined; inner: boolean } | undefined {
  const call = ts.isCallExpression(expression) ? expression : undefined
  const callee = call?.expression ?? expression
  const name = ts.isPropertyAccessExpression(callee)
    ? callee.name.text
    : ts.isIdentifier(callee)
      ? callee.text
      : ''
  const options = call?.arguments[0] && unwrap(call.arguments[0])
  if (declaresInner(sources, callee)) return { options, inner: true }
  if (/^(internal)?state$|^internalProperty$/i.test(name)) return { options, inner: true }
  if (/^(query|eventOptions|listen|watch|observes?|consume|provide|event)/i.test(name)) return undefined
  if (options === undefined)
    return call || /^(prop|property|attr|attribute|api|observable)$/i.test(name)
      ? { options, inner: /^observable$/i.test(name) }
      : undefined
  if (ts.isObjectLiteralExpression(options))
    return options.properties.length === 0 ||
      options.properties.some((property) => property.name && optionKeys.has(property.name.getText()))
      ? { options, inner: false }
      : undefined
  return typeOfConstructor(options) ? { options, inner: false } : undefined
}

/**
 * Whether a decorator's own source says that what it declares is the component's affair, whatever it is
 * called:
 * it hands on options with `state: true`, or with no attribute.
 */
function declaresInner(sources: SourceSet, callee: ts.Expression): boolean {
  const fn = functionBehind(sources, callee)
  if (!fn?.body) return false
  return sources.gather(fn.body).calls.some((call) =>
    call.arguments.some((argument) => {
      const options = unwrap(argument)
      return (
        ts.isObjectLiteralExpression(options) &&
        options.properties.some(
          (property) =>
            ts.isPropertyAssignment(property) &&
            ((property.name.getText() === 'state' && evaluate(sources, property.initializer) === true) ||
              (property.name.getText() === 'attribute' && evaluate(sources, property.initializer) === false)),
        )
      )
    }),
  )
}
