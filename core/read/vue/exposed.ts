import ts from 'typescript'
import { functionIn, objectBehind } from '../source/declarations'
import { walk } from '../source/walk'
import type { VueMembers } from './members'

/** Names that `setup(props, { expose })` hands out by calling what it is given: `expose({ open, close })`. */
export function exposedBySetup(members: VueMembers, options: ts.ObjectLiteralExpression): void {
  const setup = functionIn(members.sources, options, 'setup')
  const context = setup?.parameters[1]?.name
  if (!setup?.body || !context) return
  const callees = exposers(context)
  walk(setup.body, (node) => {
    if (!ts.isCallExpression(node) || !callees.has(node.expression.getText())) return
    const [given] = node.arguments
    if (given) exposeAll(members, given)
  })
}

/** How the context's `expose` is called: by the name it is taken out under, or as its member. */
function exposers(context: ts.BindingName): ReadonlySet<string> {
  if (ts.isIdentifier(context)) return new Set([`${context.text}.expose`])
  const taken = ts.isObjectBindingPattern(context)
    ? context.elements.find((element) => (element.propertyName ?? element.name).getText() === 'expose')
    : undefined
  return new Set(taken ? [taken.name.getText()] : [])
}

/** Hands out every name of an object. */
export function exposeAll(members: VueMembers, given: ts.Expression): void {
  for (const property of objectBehind(members.sources, given)?.properties ?? [])
    if (property.name)
      members.expose(
        property.name.getText().replace(/^['"]|['"]$/g, ''),
        ts.isShorthandPropertyAssignment(property) ? property.name : property,
      )
}
