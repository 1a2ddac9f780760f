import ts from 'typescript'
import { constantOf } from '../source/constants'
import { functionBehind } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import type { ClassNode } from './lineage'

/**
 * How a prop's name becomes an attribute's where nothing is said: `iconName` is `iconname` or `icon-name`.
 */
export type AttributeRule = 'lower' | 'kebab'

/** What was found of classes, for one reading: what they call may stand in a file that changes. */
const kept = new WeakMap<SourceSet, Map<ClassNode, boolean>>()

/**
 * The rule of the framework that a class builds on, learnt from its source: one of the classes works out
 * names of
 * attributes with a function that puts hyphens before capitals. Attributes in HTML are lower case else.
 */
export const attributeRuleOf = (sources: SourceSet, classes: ClassNode[]): AttributeRule =>
  classes.some((node) => hyphenates(sources, node)) ? 'kebab' : 'lower'

function hyphenates(sources: SourceSet, node: ClassNode): boolean {
  const found = kept.get(sources) ?? new Map<ClassNode, boolean>()
  kept.set(sources, found)
  let known = found.get(node)
  if (known === undefined) {
    known = node.members.some(
      (member) =>
        /attribute/i.test(member.getSourceFile().text.slice(member.pos, member.end)) &&
        sources.gather(member).calls.some((call) => isHyphenating(sources, call)) &&
        speaksOfAttributes(member),
    )
    found.set(node, known)
  }
  return known
}

/** Whether a member is about attributes: by its own name, or by one that it uses. */
function speaksOfAttributes(member: ts.ClassElement): boolean {
  let found = false
  walk(member, (node) => {
    if (ts.isIdentifier(node) && /attribute/i.test(node.text)) found = true
    return !found
  })
  return found
}

/** Whether a call is of a function that turns `iconName` into `icon-name`, or does so in place. */
function isHyphenating(sources: SourceSet, call: ts.CallExpression): boolean {
  if (replacesCapitals(sources, call)) return true
  const fn = functionBehind(sources, call.expression)
  let found = false
  if (fn?.body)
    walk(fn.body, (node) => {
      if (ts.isCallExpression(node) && replacesCapitals(sources, node)) found = true
      return !found
    })
  return found
}

/** `.replace(/([A-Z])/g, '-$1')` and its like: capitals are looked for, and a hyphen is put in. */
function replacesCapitals(sources: SourceSet, call: ts.CallExpression): boolean {
  if (!ts.isPropertyAccessExpression(call.expression) || !/^replace(All)?$/.test(call.expression.name.text))
    return false
  const [given, by] = call.arguments
  const pattern = given && ts.isIdentifier(given) ? constantOf(sources, given) : given
  return (
    !!pattern &&
    !!by &&
    ts.isRegularExpressionLiteral(pattern) &&
    pattern.text.includes('A-Z') &&
    by.getText().includes('-')
  )
}
