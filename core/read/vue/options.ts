import ts from 'typescript'
import { unionOf, type TypeModel } from '../../contract/type'
import { evaluate, nameOf } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { constantOf, localDeclaration } from '../source/constants'
import { functionBehind, mergedBy, objectBehind, optionOf, returnedBy } from '../source/declarations'
import { typeOfConstructor, typeOfNode } from '../source/type-nodes'
import { runtimeFunction } from './runtime'

/** A prop as Vue's runtime options declare it. */
export interface RuntimeProp {
  name: string
  node: ts.Node
  type: TypeModel
  required: boolean
  default: ts.Expression | undefined
}

/** Props of a `props` option or of `defineProps({…})`: an object of options, or a list of names. */
export function runtimeProps(sources: SourceSet, expression: ts.Expression): RuntimeProp[] {
  const node = unwrap(expression)
  const names = ts.isArrayLiteralExpression(node) ? node : undefined
  if (names) {
    return names.elements.flatMap((element) => {
      const name = evaluate(sources, element)
      return typeof name === 'string'
        ? [
            {
              name,
              node: element,
              type: { is: 'other', text: 'any' } as TypeModel,
              required: false,
              default: undefined,
            },
          ]
        : []
    })
  }
  if (ts.isCallExpression(node)) {
    const name = runtimeFunction(sources, node)
    const [first, second] = node.arguments
    // what Vue's compiler makes of models and of defaults beside types
    if (name === 'mergeModels' && first && second)
      return [...runtimeProps(sources, first), ...runtimeProps(sources, second)]
    if (name === 'mergeDefaults' && first && second)
      return withDefaults(sources, runtimeProps(sources, first), second)
  }
  const kept = ts.isIdentifier(node) ? constantOf(sources, node) : undefined
  const made = kept ? unwrap(kept) : node
  const merged = ts.isCallExpression(made) ? mergedBy(sources, made) : undefined
  if (merged) return lastOfEach(merged.flatMap((part) => runtimeProps(sources, part)))
  const object = objectBehind(sources, node)
  return (object?.properties ?? []).flatMap((property): RuntimeProp[] => {
    if (ts.isSpreadAssignment(property)) return runtimeProps(sources, property.expression)
    if (ts.isShorthandPropertyAssignment(property)) {
      const value = constantOptions(sources, property.name)
      return [ofOptions(sources, property.name.text, property, value)]
    }
    if (!ts.isPropertyAssignment(property)) return []
    const name = nameOf(sources, property.name)
    return name === undefined ? [] : [ofOptions(sources, name, property, property.initializer)]
  })
}

/** Of props that are declared more than once the last, in the place of the first. */
const lastOfEach = (props: readonly RuntimeProp[]): RuntimeProp[] => [
  ...new Map(props.map((prop) => [prop.name, prop])).values(),
]

function withDefaults(sources: SourceSet, props: RuntimeProp[], given: ts.Expression): RuntimeProp[] {
  const defaults = objectBehind(sources, given)
  return props.map((prop) => ({
    ...prop,
    default: (defaults && optionOf(defaults, prop.name)) ?? prop.default,
  }))
}

const constantOptions = (sources: SourceSet, name: ts.Identifier): ts.Expression =>
  objectBehind(sources, name) ?? name

/**
 * What one prop's options say: a constructor, a list of them, or an object with `type`, `required`, `default`
 * and `validator`.
 */
export function ofOptions(
  sources: SourceSet,
  name: string,
  node: ts.Node,
  given: ts.Expression,
): RuntimeProp {
  const value = unwrap(given)
  const options = ts.isObjectLiteralExpression(value)
    ? value
    : ts.isIdentifier(value) || ts.isCallExpression(value) || ts.isPropertyAccessExpression(value)
      ? typeOfConstructor(value)
        ? undefined
        : (objectBehind(sources, value) ?? optionsMadeBy(sources, value))
      : undefined
  if (!options)
    return {
      name,
      node,
      type: typeGiven(sources, given) ?? { is: 'other', text: 'any' },
      required: false,
      default: undefined,
    }
  const option = (key: string) => optionIn(sources, options, key)
  const typed = option('type')
  const required = option('required')
  const type = (typed && typeGiven(sources, typed)) ?? { is: 'other', text: 'any' }
  const method = options.properties.find((property) => property.name?.getText() === 'default')
  const initial =
    givenFor(option('default'), value) ??
    (method && ts.isMethodDeclaration(method)
      ? method.body?.statements.find(ts.isReturnStatement)?.expression
      : undefined)
  return {
    name,
    node,
    type: allowedBy(sources, options, type),
    required: required !== undefined && evaluate(sources, required) === true,
    default: initial,
  }
}

/** The options that a function of the library makes of what it is given: `makeStringProp('button')`. */
function optionsMadeBy(sources: SourceSet, call: ts.Expression): ts.ObjectLiteralExpression | undefined {
  const fn = ts.isCallExpression(call) ? functionBehind(sources, call.expression) : undefined
  const returned = fn && returnedBy(fn.body)
  const made = returned && unwrap(returned)
  return made && ts.isObjectLiteralExpression(made) ? made : undefined
}

/** What stands for a parameter of the function that options were made by, where that is what an option is. */
function givenFor(option: ts.Expression | undefined, call: ts.Expression): ts.Expression | undefined {
  const parameter = option && ts.isIdentifier(option) ? localDeclaration(option) : undefined
  if (!parameter || !ts.isParameter(parameter) || !ts.isCallExpression(call)) return option
  return call.arguments[parameter.parent.parameters.indexOf(parameter)]
}

/** The value of an option, also of an object that is spread into the options. */
function optionIn(
  sources: SourceSet,
  options: ts.ObjectLiteralExpression,
  name: string,
): ts.Expression | undefined {
  const own = optionOf(options, name)
  if (own) return own
  for (const property of options.properties) {
    const spread = ts.isSpreadAssignment(property) ? objectBehind(sources, property.expression) : undefined
    const given = spread && optionOf(spread, name)
    if (given) return given
  }
  return undefined
}

/** `String`, `[String, Number]`, `Array as PropType<Row[]>`, `null`. */
function typeGiven(sources: SourceSet, expression: ts.Expression): TypeModel | undefined {
  if (ts.isAsExpression(expression)) {
    const { type } = expression
    if (ts.isTypeReferenceNode(type) && /PropType$/.test(type.typeName.getText()) && type.typeArguments?.[0])
      return typeOfNode(sources, type.typeArguments[0])
    if (ts.isFunctionTypeNode(type)) return typeOfNode(sources, type.type)
    return typeGiven(sources, expression.expression)
  }
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node)) {
    const all = node.elements.map((element) => typeGiven(sources, element))
    return all.length && all.every((type) => type !== undefined) ? unionOf(all) : undefined
  }
  if (node.kind === ts.SyntaxKind.NullKeyword) return { is: 'other', text: 'any' }
  const plain = typeOfConstructor(node)
  if (plain?.is === 'list') return { is: 'list', of: { is: 'other', text: 'any' } }
  if (plain?.is === 'object') return { is: 'other', text: 'object' }
  if (plain || !ts.isIdentifier(node)) return plain
  const kept = constantOf(sources, node)
  const list = kept && unwrap(kept)
  const named: TypeModel = { is: 'other', text: node.text }
  return list && ts.isArrayLiteralExpression(list) ? (typeGiven(sources, list) ?? named) : named
}

/** A validator that asks whether a text is one of a list says which texts may come. */
function allowedBy(sources: SourceSet, options: ts.ObjectLiteralExpression, type: TypeModel): TypeModel {
  if (type.is !== 'string') return type
  const method = options.properties.find((property) => property.name?.getText() === 'validator')
  const fn =
    method &&
    (ts.isMethodDeclaration(method)
      ? method
      : ts.isPropertyAssignment(method)
        ? unwrap(method.initializer)
        : undefined)
  if (
    !fn ||
    !(ts.isMethodDeclaration(fn) || ts.isArrowFunction(fn) || ts.isFunctionExpression(fn)) ||
    !fn.body
  )
    return type
  const asked = ts.isBlock(fn.body)
    ? fn.body.statements.length === 1 && ts.isReturnStatement(fn.body.statements[0]!)
      ? fn.body.statements[0].expression
      : undefined
    : fn.body
  const call = asked && unwrap(asked)
  if (
    !call ||
    !ts.isCallExpression(call) ||
    !ts.isPropertyAccessExpression(call.expression) ||
    call.expression.name.text !== 'includes'
  )
    return type
  const list = evaluate(sources, call.expression.expression)
  return Array.isArray(list) && list.length > 0 && list.every((item) => typeof item === 'string')
    ? unionOf(list.map((value) => ({ is: 'literal', value })))
    : type
}
