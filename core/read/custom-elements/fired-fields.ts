import ts from 'typescript'
import type { Event } from '../../contract/event'
import { assignedInConstructors } from './class-facts'
import type { ClassNode } from './lineage'
import { functionBehind } from '../source/declarations'
import { evaluate, nameOf } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'

/**
 * Events that fields of a class stand for, by name: what such a field is given is made by a function that
 * makes events, as in `this.select = createEvent({ cancelable: false })` and `this.select.emit(…)`. How an
 * event travels is what the field's function is given, and else what the function itself says.
 */
export function firedFields(sources: SourceSet, classes: ClassNode[]): Map<string, Event> {
  const found = new Map<string, Event>()
  for (const { name, value, at } of fieldsOf(sources, classes)) {
    const call = unwrap(value)
    // one that is given its name is read where that name goes
    if (!ts.isCallExpression(call) || call.arguments.some(ts.isStringLiteralLike)) continue
    const made = eventMadeBy(sources, call)
    if (!made || found.has(name)) continue
    const options = [...call.arguments, ...(made.arguments ?? [])].map(unwrap)
    const is = (key: string) => firstSaid(sources, options, key) === true
    found.set(name, {
      kind: 'event',
      name,
      place: sources.place(at),
      known: 'inferred',
      disagreements: [],
      bubbles: is('bubbles'),
      composed: is('composed'),
      cancelable: is('cancelable'),
    })
  }
  return found
}

interface Field {
  name: string
  value: ts.Expression
  at: ts.Node
}

/** Public fields with their first values, the nearest class's own first. */
function fieldsOf(sources: SourceSet, classes: ClassNode[]): Field[] {
  const written = classes.flatMap((node) =>
    node.members.flatMap((member) => {
      const name = ts.isPropertyDeclaration(member) ? nameOf(sources, member.name) : undefined
      return name !== undefined && ts.isPropertyDeclaration(member) && member.initializer
        ? [{ name, value: member.initializer, at: member }]
        : []
    }),
  )
  const assigned = [...assignedInConstructors(classes)].map(([name, { value, node }]) => ({
    name,
    value,
    at: node,
  }))
  return [...written, ...assigned].filter(({ name }) => !/^[_#]/.test(name))
}

/** The event that the function of a call makes, directly or by a function of its own. */
function eventMadeBy(sources: SourceSet, call: ts.CallExpression): ts.NewExpression | undefined {
  const fn = functionBehind(sources, call.expression)
  return fn && sources.gather(fn).made.find(({ expression }) => /^(Custom)?Event$/.test(expression.getText()))
}

const firstSaid = (sources: SourceSet, options: readonly ts.Expression[], key: string): unknown =>
  options.map((given) => saysOf(sources, given, key)).find((value) => value !== undefined)

function saysOf(sources: SourceSet, given: ts.Expression, key: string): unknown {
  if (!ts.isObjectLiteralExpression(given)) return undefined
  const property = given.properties
    .filter(ts.isPropertyAssignment)
    .find((candidate) => candidate.name.getText() === key)
  return property && evaluate(sources, property.initializer)
}
