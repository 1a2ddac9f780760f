import ts from 'typescript'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import type { VueMembers } from './members'
import { parsed } from '../source/expression'

/**
 * Marks events that a component with a setup script declares and that nothing in it fires. Where what fires
 * them is handed to other code, or a name is worked out, nothing is marked.
 */
export function markUnfired(
  { events }: VueMembers,
  script: ts.SourceFile,
  expressions: readonly string[],
): void {
  const bound = emitIn(script)
  if (!bound) return
  const fired = new Set<string>()
  const roots = [script, ...expressions.map(parsed)]
  if (!roots.every((root) => addFired(root, new Set([bound, '$emit']), fired))) return
  for (const event of events.values())
    if (event.known === 'declared' && !fired.has(event.name) && !event.name.startsWith('update:'))
      event.unfired = true
}

/** What `defineEmits` is bound to in a setup script. */
function emitIn(script: ts.SourceFile): string | undefined {
  for (const statement of script.statements)
    for (const { name, initializer } of ts.isVariableStatement(statement)
      ? statement.declarationList.declarations
      : []) {
      const call = initializer && unwrap(initializer)
      if (call && ts.isCallExpression(call) && call.expression.getText() === 'defineEmits')
        return ts.isIdentifier(name) ? name.text : undefined
    }
  return undefined
}

/** Adds the names that are fired in some code; `false` where not all of them can be known. */
function addFired(root: ts.Node, emits: ReadonlySet<string>, fired: Set<string>): boolean {
  let isKnown = true
  walk(root, (node) => {
    if (!ts.isIdentifier(node) || !emits.has(node.text)) return
    const { parent } = node
    if (ts.isVariableDeclaration(parent) && parent.name === node) return
    const callee = ts.isPropertyAccessExpression(parent) && parent.name === node ? parent : node
    if (!ts.isCallExpression(callee.parent) || callee.parent.expression !== callee) {
      isKnown = false
      return
    }
    const [first] = callee.parent.arguments
    const names = first && namesIn(first)
    isKnown &&= names !== undefined
    for (const name of names ?? []) fired.add(name)
  })
  return isKnown
}

/** The names that an expression may be, where they all stand in it. */
function namesIn(expression: ts.Expression): string[] | undefined {
  const node = unwrap(expression)
  if (ts.isStringLiteralLike(node)) return [node.text]
  if (!ts.isConditionalExpression(node)) return undefined
  const [whenTrue, whenFalse] = [namesIn(node.whenTrue), namesIn(node.whenFalse)]
  return whenTrue && whenFalse && [...whenTrue, ...whenFalse]
}
