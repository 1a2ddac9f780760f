import ts from 'typescript'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { directSink } from './direct-sinks'
import type { ClassNode } from './lineage'
import { classOf } from './registrations'
import type { Use } from './sinks'

/**
 * Events that helper objects dispatch on the component which they were given: `new Controller(this)` whose
 * class
 * keeps what it is given (`this.host = host`) and does `this.host.dispatchEvent(…)`.
 */
export function eventsOfHelpers(sources: SourceSet, reach: readonly ts.Node[]): Use[] {
  const found = new Map<ClassNode, Use[]>()
  for (const root of reach)
    for (const made of sources.gather(root).made) {
      const place = (made.arguments ?? []).findIndex(({ kind }) => kind === ts.SyntaxKind.ThisKeyword)
      const helper = place < 0 ? undefined : classOf(sources, made.expression)
      if (helper && !found.has(helper)) found.set(helper, eventsOn(sources, helper, place))
    }
  return [...found.values()].flat()
}

/** Events that a helper dispatches on what its constructor was given at a place. */
function eventsOn(sources: SourceSet, helper: ClassNode, place: number): Use[] {
  const constructor = helper.members.find(ts.isConstructorDeclaration)
  const given = constructor?.parameters[place]?.name
  if (!given || !ts.isIdentifier(given)) return []
  const fields = new Set(
    sources
      .gather(constructor)
      .assignments.flatMap(({ left, right }) =>
        isFieldOfThis(left) && ts.isIdentifier(unwrap(right)) && unwrap(right).getText() === given.text
          ? [left.name.text]
          : [],
      ),
  )
  // a parameter that is declared as a property is kept under its own name
  if (constructor.parameters[place]!.modifiers?.length) fields.add(given.text)
  return sources.gather(helper).calls.flatMap((call) => {
    if (!ts.isPropertyAccessExpression(call.expression)) return []
    const target = unwrap(call.expression.expression)
    const isHost = isFieldOfThis(target) && fields.has(target.name.text)
    const sink = isHost ? directSink(sources, call) : undefined
    return sink?.kind === 'event' ? [{ ...sink, given: new Map() }] : []
  })
}

const isFieldOfThis = (node: ts.Expression): node is ts.PropertyAccessExpression =>
  ts.isPropertyAccessExpression(node) && node.expression.kind === ts.SyntaxKind.ThisKeyword
