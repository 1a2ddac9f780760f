import ts from 'typescript'
import { objectBehind } from '../source/declarations'
import { evaluate } from '../source/evaluate'
import { unwrap } from '../source/nodes'
import type { SourceSet } from '../source/source-set'
import { customElementName } from './template'

/** The tag a decorator is given: as its first argument, or in its options. */
export function tagGiven(sources: SourceSet, expression: ts.Expression): string | undefined {
  const call = unwrap(expression)
  const [first] = ts.isCallExpression(call) ? call.arguments : []
  if (!first) return undefined
  const options = ts.isIdentifier(unwrap(first)) ? (objectBehind(sources, first) ?? first) : unwrap(first)
  const named = ts.isObjectLiteralExpression(options)
    ? options.properties.find(
        (property): property is ts.PropertyAssignment =>
          ts.isPropertyAssignment(property) &&
          ['tag', 'name', 'tagName', 'selector', 'is'].includes(property.name.getText()),
      )?.initializer
    : options
  const tag = named && evaluate(sources, named)
  return typeof tag === 'string' && customElementName.test(tag) ? tag : undefined
}
