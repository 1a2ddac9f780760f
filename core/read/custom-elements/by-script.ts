import ts from 'typescript'
import type { CustomProperty } from '../../contract/custom-property'
import type { Part } from '../../contract/part'
import type { State } from '../../contract/state'
import { constantOf } from '../source/constants'
import { evaluate } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'

// What scripts do to states, custom properties and parts.

/** A call of something's method: `something.method(…)`. */
export type MethodCall = ts.CallExpression & { expression: ts.PropertyAccessExpression }

/** States set through ElementInternals: `internals.states.add('x')`, `.delete`, `.has`. */
export function customStates(sources: SourceSet, calls: MethodCall[]): State[] {
  return calls.flatMap((node) => {
    const object = node.expression.expression
    if (
      node.expression.name.text !== 'add' ||
      !ts.isPropertyAccessExpression(object) ||
      object.name.text !== 'states'
    )
      return []
    const name = node.arguments[0] && evaluate(sources, node.arguments[0])
    return typeof name === 'string'
      ? [
          {
            kind: 'state' as const,
            name,
            place: sources.place(node),
            known: 'declared' as const,
            disagreements: [],
            by: 'custom' as const,
            selector: `:state(${name})`,
          },
        ]
      : []
  })
}

/** Custom properties the component's own script sets on elements inside, which no page can feed. */
export function setByScript(sources: SourceSet, calls: MethodCall[]): Set<string> {
  const names = calls
    .filter((node) => node.expression.name.text === 'setProperty')
    .map((node) => node.arguments[0] && evaluate(sources, node.arguments[0]))
  return new Set(names.filter((name): name is string => typeof name === 'string'))
}

/** Custom properties that a script asks for: `getComputedStyle(this).getPropertyValue('--x')`. */
export function readByScript(sources: SourceSet, calls: MethodCall[]): CustomProperty[] {
  return calls.flatMap((node) => {
    if (node.expression.name.text !== 'getPropertyValue') return []
    const name = node.arguments[0] && evaluate(sources, node.arguments[0])
    if (typeof name !== 'string' || !name.startsWith('--')) return []
    const place = sources.place(node)
    return [
      {
        kind: 'custom-property' as const,
        name,
        place,
        known: 'declared' as const,
        disagreements: [],
        fallbacks: [],
        usedBy: [],
      },
    ]
  })
}

/** Whether every part that a script gives has a name that is known. */
export const arePartsRead = (sources: SourceSet, calls: MethodCall[]): boolean =>
  calls.every(({ expression: { name, expression: target }, arguments: [first, second] }) => {
    const isAdded =
      name.text === 'add' && ts.isPropertyAccessExpression(target) && target.name.text === 'part'
    if (isAdded) return first !== undefined && evaluate(sources, first) !== undefined
    if (name.text !== 'setAttribute' || !first) return true
    const attribute = evaluate(sources, first)
    if (attribute === undefined) return false
    return attribute !== 'part' || (second !== undefined && evaluate(sources, second) !== undefined)
  })

/**
 * Parts given to elements by script: `element.setAttribute('part', 'deck')`, with the element's name where it
 * was created beside it.
 */
export function partsByScript(sources: SourceSet, calls: MethodCall[]): Part[] {
  return calls.flatMap((node) => {
    const { name: method, expression: target } = node.expression
    if (
      method.text === 'setAttribute'
        ? node.arguments.length !== 2
        : method.text !== 'add' || !ts.isPropertyAccessExpression(target) || target.name.text !== 'part'
    )
      return []
    const name = node.arguments[0] && evaluate(sources, node.arguments[0])
    if (method.text === 'setAttribute' && name !== 'part') return []
    const value = node.arguments[1] && evaluate(sources, node.arguments[1])
    const names =
      method.text === 'setAttribute' && name === 'part' && typeof value === 'string'
        ? value.split(/\s+/).filter(Boolean)
        : method.text === 'add' &&
            ts.isPropertyAccessExpression(target) &&
            target.name.text === 'part' &&
            typeof name === 'string'
          ? [name]
          : []
    if (names.length === 0) return []
    const element = ts.isIdentifier(target) ? constantOf(sources, target) : undefined
    const created =
      element && ts.isCallExpression(element) && element.arguments[0]
        ? evaluate(sources, element.arguments[0])
        : undefined
    return names.map((part) => ({
      kind: 'part' as const,
      name: part,
      place: sources.place(node),
      known: 'declared' as const,
      disagreements: [],
      ...(typeof created === 'string' ? { element: created } : {}),
    }))
  })
}
