import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import type { Slot } from '../../contract/slot'
import { evaluate } from '../source/evaluate'
import type { ClassNode } from './lineage'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import type { TemplateFacts } from './template'

/**
 * Which props reach the page only through a slot's fallback: an expression that mentions the prop is
 * written into an element that stands inside that fallback.
 */
export function feed(
  sources: SourceSet,
  slots: Slot[],
  markup: TemplateFacts[],
  classes: ClassNode[],
  props: Prop[],
): Slot[] {
  const hooks = new Map(
    markup
      .flatMap((templateFacts) => templateFacts.fallbackHooks)
      .map((fallbackHook) => [fallbackHook.slot, fallbackHook.hooks]),
  )
  const readable = new Set(props.filter((prop) => !prop.readonly).map((prop) => prop.name))
  return slots.map((slot) => {
    const into = hooks.get(slot.name) ?? []
    if (into.length === 0) return slot
    const feeds = new Set<string>()
    for (const node of classes) {
      for (const assignment of sources.gather(node).assignments) {
        if (!ts.isPropertyAccessExpression(assignment.left)) continue
        if (
          !['textContent', 'innerHTML', 'innerText'].includes(assignment.left.name.text) ||
          !targets(sources, assignment.left.expression, into)
        )
          continue
        walk(assignment.right, (inner) => {
          if (
            ts.isPropertyAccessExpression(inner) &&
            inner.expression.kind === ts.SyntaxKind.ThisKeyword &&
            readable.has(inner.name.text)
          )
            feeds.add(inner.name.text)
        })
      }
    }
    return { ...slot, feeds: [...feeds] }
  })
}

/** Whether an expression is, or is a field or variable set to, a look-up of one of the selectors. */
function targets(sources: SourceSet, expression: ts.Expression, selectors: string[]): boolean {
  let hit = false
  const look = (node: ts.Node) =>
    walk(node, (node) => {
      if (!ts.isCallExpression(node) || !node.arguments[0]) return
      const asked = evaluate(sources, node.arguments[0])
      if (typeof asked !== 'string') return
      const normal = asked.replaceAll(/["']/g, '')
      if (
        selectors.some(
          (selector) =>
            normal === selector ||
            `#${normal}` === selector ||
            normal.endsWith(` ${selector}`) ||
            normal.endsWith(selector),
        )
      )
        hit = true
    })
  look(expression)
  if (
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- set by the walk
    !hit &&
    ts.isPropertyAccessExpression(expression) &&
    expression.expression.kind === ts.SyntaxKind.ThisKeyword
  ) {
    const field = ts
      .findAncestor(expression, ts.isClassLike)
      ?.members.find((member) => member.name?.getText() === expression.name.getText())
    if (field && ts.isPropertyDeclaration(field) && field.initializer) look(field.initializer)
  }
  return hit
}
