import ts from 'typescript'
import { unionOf, type TypeModel } from '../../contract/type'
import { objectBehind } from '../source/declarations'
import { evaluate, nameOf } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'

/** A prop as a component states it to be checked when it runs (React's legacy `propTypes`). */
export interface CheckedProp {
  name: string
  node: ts.PropertyAssignment
  type: TypeModel
  required: boolean
}

/** What plain checks are called, and what they let through. */
const plain: Readonly<Record<string, TypeModel>> = {
  string: { is: 'string' },
  number: { is: 'number' },
  bool: { is: 'boolean' },
  func: { is: 'function' },
  node: { is: 'node' },
  element: { is: 'node' },
  array: { is: 'list', of: { is: 'other', text: 'any' } },
  object: { is: 'other', text: 'object' },
  elementType: { is: 'other', text: 'ElementType' },
  symbol: { is: 'other', text: 'symbol' },
}
const anything: TypeModel = { is: 'other', text: 'any' }

/**
 * The props of an object of checks: `{ tone: PropTypes.oneOf(['calm', 'storm']), title: string.isRequired }`.
 */
export const checkedProps = (sources: SourceSet, checks: ts.ObjectLiteralExpression): CheckedProp[] =>
  checks.properties.filter(ts.isPropertyAssignment).flatMap((node) => {
    const name = nameOf(sources, node.name)
    return name === undefined ? [] : [{ name, node, ...checkOf(sources, node.initializer) }]
  })

function checkOf(sources: SourceSet, expression: ts.Expression): { type: TypeModel; required: boolean } {
  const node = unwrap(expression)
  return ts.isPropertyAccessExpression(node) && node.name.text === 'isRequired'
    ? { type: typeOf(sources, node.expression), required: true }
    : { type: typeOf(sources, node), required: false }
}

function typeOf(sources: SourceSet, expression: ts.Expression): TypeModel {
  const node = unwrap(expression)
  if (!ts.isCallExpression(node)) return plain[checkName(node)] ?? anything
  const given = node.arguments[0]
  return given ? typeOfCall(sources, checkName(node.expression), given) : anything
}

/** What a check is called, whether it is imported by name or a member of what is imported. */
const checkName = (node: ts.Expression): string =>
  ts.isPropertyAccessExpression(node) ? node.name.text : ts.isIdentifier(node) ? node.text : ''

function typeOfCall(sources: SourceSet, check: string, given: ts.Expression): TypeModel {
  const inner = (expression: ts.Expression) => checkOf(sources, expression).type
  const list = unwrap(given)
  const elements = ts.isArrayLiteralExpression(list) ? [...list.elements] : []
  switch (check) {
    case 'oneOf':
      return choiceOf(evaluate(sources, given))
    case 'oneOfType':
      return elements.length ? unionOf(elements.map(inner)) : anything
    case 'arrayOf':
      return { is: 'list', of: inner(given) }
    case 'shape':
    case 'exact':
      return shapeOf(sources, given)
    case 'instanceOf':
      return { is: 'other', text: given.getText() }
    default:
      return anything
  }
}

function choiceOf(values: unknown): TypeModel {
  const known = Array.isArray(values) ? (values as unknown[]) : []
  const choices = known.flatMap((value): TypeModel[] =>
    typeof value === 'string' || typeof value === 'number'
      ? [{ is: 'literal', value }]
      : typeof value === 'boolean'
        ? [{ is: 'boolean' }]
        : [],
  )
  return choices.length ? unionOf(choices) : anything
}

function shapeOf(sources: SourceSet, given: ts.Expression): TypeModel {
  const object = objectBehind(sources, given)
  if (!object) return plain.object!
  const fields = checkedProps(sources, object).map(({ name, type, required }) => ({
    name,
    optional: !required,
    type,
  }))
  return { is: 'object', fields }
}
