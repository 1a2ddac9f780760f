import type ts from 'typescript'
import type { Place } from '../../contract/member'
import { evaluate } from '../source/evaluate'
import { anyKey, keysAnswered } from '../source/native-keys'
import type { SourceSet } from '../source/source-set'
import type { TemplateFacts } from './template'

type MethodCall = ts.CallExpression & { expression: ts.PropertyAccessExpression }

/**
 * The components that a component is made of, by markup and by script, and whether something in it may answer a
 * key by itself: an element of HTML that does, or another component.
 */
export function madeOf(
  sources: SourceSet,
  markup: readonly TemplateFacts[],
  calls: readonly MethodCall[],
): { uses: { tag: string; place: Place }[]; isAnsweredInside: (key: string) => boolean } {
  const uses = new Map(markup.flatMap((templateFacts) => templateFacts.uses).map((use) => [use.tag, use]))
  const answered = new Set(markup.flatMap(({ answers }) => answers))
  for (const node of calls) {
    if (node.expression.name.text !== 'createElement') continue
    const tag = node.arguments[0] && evaluate(sources, node.arguments[0])
    if (typeof tag !== 'string') continue
    for (const key of keysAnswered(tag, () => undefined)) answered.add(key)
    if (tag.includes('-') && !uses.has(tag)) uses.set(tag, { tag, place: sources.place(node) })
  }
  return {
    uses: [...uses.values()],
    isAnsweredInside: (key) => uses.size > 0 || answered.has(anyKey) || answered.has(key),
  }
}
