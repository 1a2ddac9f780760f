import ts from 'typescript'
import type { Place } from '../../contract/member'
import type { Slot } from '../../contract/slot'
import { localDeclaration } from '../source/constants'
import { textsOf } from '../source/texts'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { markupOf } from './rendered'

/** What Vue calls the slots of a component: `slots` of the setup context, `$slots` of the instance. */
const holders = new Set(['slots', '$slots', '$scopedSlots'])

/** A slot as code alone shows it. */
export const slotNamed = (name: string, place: Place, fallback = '', passes: string[] = []): Slot => ({
  kind: 'slot',
  name: name === 'default' ? '' : name,
  place,
  known: 'inferred',
  disagreements: [],
  fallback,
  feeds: [],
  ...(passes.length ? { passes: passes.map((pass) => ({ name: pass })) } : {}),
})

/**
 * Slots that a script asks for: `slots.head?.()`, `this.$slots['head']`, what is taken out of them by name,
 * and
 * `renderSlot($slots, "head", { row })` as Vue's compiler leaves templates.
 */
export function slotsInScript(sources: SourceSet, nodes: readonly ts.Node[]): Slot[] {
  const found = new Map<string, Slot>()
  const add = (name: string, node: ts.Node, passes: string[] = [], fallback = '') => {
    const slot = slotNamed(name, sources.place(node), fallback, passes)
    if (/^[\w$:.-]*$/.test(name) && !found.has(slot.name)) found.set(slot.name, slot)
  }
  const look = (node: ts.Node): void => {
    if (ts.isPropertyAccessExpression(node) && isHolder(node.expression))
      add(node.name.text, node, passedBy(node))
    else if (ts.isElementAccessExpression(node) && isHolder(node.expression))
      for (const name of textsOf(sources, node.argumentExpression)) add(name, node, passedBy(node))
    else if (ts.isCallExpression(node)) {
      const [slots, name, passed, unfilled] = node.arguments
      if (slots && name && isHolder(slots)) {
        const fallback = unfilled && markupOf(sources, unfilled)
        for (const text of textsOf(sources, name)) add(text, node, fieldsOf(passed), fallback)
      }
    } else if (ts.isVariableDeclaration(node) && node.initializer && isHolder(node.initializer))
      for (const name of namesTaken(node.name)) add(name, node)
  }
  for (const node of nodes) walk(node, look)
  return [...found.values()]
}

function isHolder(expression: ts.Expression): boolean {
  const node = unwrap(expression)
  if (ts.isIdentifier(node)) return holders.has(node.text)
  return ts.isPropertyAccessExpression(node) && holders.has(node.name.text)
}

const namesTaken = (name: ts.BindingName): string[] =>
  ts.isObjectBindingPattern(name)
    ? name.elements
        .filter((element) => !element.dotDotDotToken)
        .map((element) => (element.propertyName ?? element.name).getText().replace(/^['"]|['"]$/g, ''))
    : []

/** The slot props in `slots.head?.({ row, first: true })`. */
function passedBy(asked: ts.Node): string[] {
  const call = ts.isNonNullExpression(asked.parent) ? asked.parent.parent : asked.parent
  return ts.isCallExpression(call) ? fieldsOf(call.arguments[0]) : []
}

const fieldsOf = (passed: ts.Expression | undefined): string[] =>
  passed && ts.isObjectLiteralExpression(passed)
    ? passed.properties.flatMap((property) =>
        property.name && !ts.isComputedPropertyName(property.name)
          ? [property.name.getText().replace(/^['"]|['"]$/g, '')]
          : [],
      )
    : []

/** Events that a script fires: `emit('x')`, `context.emit('x')`, `this.$emit('x')`. */
export function eventsInScript(
  sources: SourceSet,
  nodes: readonly ts.Node[],
): { name: string; node: ts.Node }[] {
  return nodes.flatMap((node) =>
    sources.gather(node).calls.flatMap((call) => {
      const [first] = call.arguments
      return first && isEmitting(sources, call.expression)
        ? textsOf(sources, first).map((name) => ({ name, node: call }))
        : []
    }),
  )
}

/**
 * Whether what is called fires an event of the component; a bus that is imported, or made apart, does not.
 */
function isEmitting(sources: SourceSet, callee: ts.Expression): boolean {
  if (ts.isIdentifier(callee))
    return callee.text === 'emit' && !sources.importOf(callee.getSourceFile().fileName, 'emit')
  if (!ts.isPropertyAccessExpression(callee)) return false
  if (callee.name.text === '$emit') return true
  // the context is what a setup function is given second
  const owner = ts.isIdentifier(callee.expression) ? localDeclaration(callee.expression) : undefined
  return (
    callee.name.text === 'emit' &&
    owner !== undefined &&
    ts.isParameter(owner) &&
    owner.parent.parameters.indexOf(owner) === 1
  )
}
