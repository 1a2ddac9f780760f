import ts from 'typescript'
import type { PassThrough } from '../../contract/pass-through'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { isThisProps } from './class-components'
import type { FoundComponent } from './components'
import { isMarkupCall } from './markup-calls'
import { patternsOf } from './props'

/**
 * The element that gets what is left of the props: the one the rest, or the props themselves, are spread
 * over.
 */
export function restOf(sources: SourceSet, component: FoundComponent): PassThrough[] | undefined {
  const body = component.made ?? component.fn?.body
  if (!body) return undefined
  const rests = new Set(
    patternsOf(component).flatMap((pattern) =>
      pattern.elements.filter((element) => element.dotDotDotToken).map((element) => element.name.getText()),
    ),
  )
  const name = component.fn?.parameters[0]?.name
  if (name && ts.isIdentifier(name)) rests.add(name.text)
  let found: PassThrough | undefined
  const isRest = (node: ts.Expression) => (ts.isIdentifier(node) ? rests.has(node.text) : isThisProps(node))
  const hand = (node: ts.Node, to: string) => {
    found ??= {
      kind: 'pass-through',
      name: 'attributes',
      place: sources.place(node),
      known: 'declared',
      disagreements: [],
      to,
    }
  }
  walk(body, (node) => {
    if (ts.isJsxSpreadAttribute(node) && isRest(node.expression))
      hand(node, node.parent.parent.tagName.getText())
    if (!ts.isCallExpression(node)) return
    const [element, given] = node.arguments
    if (element && given && isMarkupCall(sources, node) && holdsWhole(given, isRest))
      hand(node, ts.isStringLiteralLike(element) ? element.text : element.getText())
  })
  return found && [found]
}

/**
 * Whether the props that a call of compiled JSX hands over hold all of something: `{ …rest }`, `merge({},
 * rest)`.
 */
function holdsWhole(given: ts.Expression, isMeant: (node: ts.Expression) => boolean): boolean {
  const node = unwrap(given)
  if (ts.isObjectLiteralExpression(node))
    return node.properties.some(
      (property) => ts.isSpreadAssignment(property) && holdsWhole(property.expression, isMeant),
    )
  if (ts.isCallExpression(node)) return node.arguments.some((argument) => holdsWhole(argument, isMeant))
  return isMeant(node)
}
